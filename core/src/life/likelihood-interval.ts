import { CHI_SQUARE_1_95, findRoot } from '../numeric/index.js';
import { fitWeibull, profileOfShape, weibullData, weibullLogLikelihood, type WeibullFit } from './fit-weibull.js';
import type { LifeRecord } from './life-record.js';

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/** Limits of a fit with a chance of 95 %, by likelihood ratio. A side that the data leave open is 0 or infinite. */
export interface WeibullLimits {
  readonly shape: Interval;
  readonly scaleHours: Interval;
}

const DROP = CHI_SQUARE_1_95 / 2;
/** Farthest that a limit is sought from the estimate, as a logarithm. */
const FARTHEST = 6;

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
    return greatest(at, Math.log(fit.shape)) - floor;
  };
  return {
    shape: limits(overShape, fit.shape, fit.seLnShape),
    scaleHours: limits(overScale, fit.scaleHours, fit.seLnScale),
  };
}

/** Where a function that is positive at the estimate falls to zero on either side, in steps that fit its spread. */
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

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Greatest value of a function with one top, sought from near it by golden section. */
function greatest(f: (x: number) => number, near: number): number {
  let [low, high] = [near - 0.5, near + 0.5];
  while (f(low) > f(low + 0.1) && low > near - FARTHEST) low -= 1;
  while (f(high) > f(high - 0.1) && high < near + FARTHEST) high += 1;
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [fa, fb] = [f(a), f(b)];
  while (high - low > 1e-7) {
    if (fa > fb) {
      [high, b, fb] = [b, a, fa];
      a = high - GOLDEN * (high - low);
      fa = f(a);
    } else {
      [low, a, fa] = [a, b, fb];
      b = low + GOLDEN * (high - low);
      fb = f(b);
    }
  }
  return Math.max(fa, fb);
}

/** Fit and limits in one, for records that have a fit. */
export function fitWithLimits(
  records: readonly LifeRecord[],
): { readonly fit: WeibullFit; readonly limits: WeibullLimits } | null {
  const fit = fitWeibull(records);
  return 'why' in fit ? null : { fit, limits: likelihoodLimits(records, fit) };
}
