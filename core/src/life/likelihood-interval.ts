import { CHI_SQUARE_1_95, findRoot, findTop } from '../numeric/index.js';
import {
  fitWeibull,
  profileOfShape,
  weibullData,
  weibullLogLikelihood,
  type WeibullFit,
} from './fit-weibull.js';
import type { LifeRecord } from './life-record.js';

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** 95 % limits of a fit, by likelihood ratio. A side that the data leave open is 0 or infinite. */
export interface WeibullLimits {
  readonly shape: Interval;
  readonly scaleHours: Interval;
}

const DROP = CHI_SQUARE_1_95 / 2;
/** Furthest that a limit is searched for from the estimate, as a logarithm. */
const FARTHEST = 6;
/** How far the shape may move to suit another scale, as a logarithm. */
const SHAPE_REACH = 4;

/**
 * 95 % likelihood-ratio limits of shape and scale (Meeker and Escobar, chapter 8): as far as twice the log-likelihood
 * falls by less than the 95 % point of chi-square with one degree of freedom.
 *
 * @param fit of the same records
 */
export function likelihoodLimits(records: readonly LifeRecord[], fit: WeibullFit): WeibullLimits {
  const data = weibullData(records);
  const floor = fit.logLikelihood - DROP;
  const overShape = (shape: number): number => profileOfShape(data, shape) - floor;
  const overScale = (scaleHours: number): number => {
    const at = (lnShape: number): number =>
      weibullLogLikelihood(data, { shape: Math.exp(lnShape), scaleHours });
    const lnShape = Math.log(fit.shape);
    return at(findTop(at, lnShape - SHAPE_REACH, lnShape + SHAPE_REACH)) - floor;
  };
  return {
    shape: limits(overShape, fit.shape, fit.seLnShape),
    scaleHours: limits(overScale, fit.scaleHours, fit.seLnScale),
  };
}

/** Where a function that is positive at the estimate falls to zero on either side, in steps suited to its spread. */
function limits(over: (value: number) => number, estimate: number, seLn: number): Interval {
  const side = (direction: -1 | 1): number => {
    const at = (distance: number): number => over(estimate * Math.exp(direction * distance));
    let near = 0;
    for (let far = Math.min(FARTHEST, 2 * seLn); ; far = Math.min(FARTHEST, 2 * far)) {
      if (at(far) < 0) return estimate * Math.exp(direction * findRoot(at, near, far));
      if (far === FARTHEST) return direction < 0 ? 0 : Infinity;
      near = far;
    }
  };
  return { low: side(-1), high: side(1) };
}

/** Fit and limits in one, for records that have a fit. */
export function fitWithLimits(
  records: readonly LifeRecord[],
): { readonly fit: WeibullFit; readonly limits: WeibullLimits } | null {
  const fit = fitWeibull(records);
  return 'why' in fit ? null : { fit, limits: likelihoodLimits(records, fit) };
}
