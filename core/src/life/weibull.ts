import { gammaP, lnGamma } from '../numeric/index.js';
import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/** Shape and scale of a Weibull life. The scale is the age by which 63 % have failed. */
export interface WeibullParameters {
  readonly shape: number;
  readonly scaleHours: number;
}

/** A Weibull life with fixed parameters. Ages in hours, 0 or more. */
export interface Weibull extends WeibullParameters {
  /** Share still working at an age. */
  survival(hours: number): number;
  /** Share failed by an age, accurate for small ones. */
  failed(hours: number): number;
  /** Failures per hour among those still working. Infinite at 0 for a shape below 1. */
  hazardPerHour(hours: number): number;
  /** Age by which a given share has failed; share 0 to below 1. */
  quantileHours(share: number): number;
  readonly meanHours: number;
  /** Mean time in the machine when every needle comes out at a given age at the latest. */
  meanUntilHours(hours: number): number;
}

function requireShare(share: number): number {
  if (!(share >= 0 && share < 1)) throw new OutOfRange('share', share, '0 to below 1');
  return share;
}

/** @throws OutOfRange for parameters that are not above 0 */
export function weibull({ shape, scaleHours }: WeibullParameters): Weibull {
  requirePositive('shape', shape);
  requirePositive('scaleHours', scaleHours);
  const scaled = (hours: number): number => (requireNotNegative('hours', hours) / scaleHours) ** shape;
  const meanHours = scaleHours * Math.exp(lnGamma(1 + 1 / shape));
  return {
    shape,
    scaleHours,
    survival: (hours) => Math.exp(-scaled(hours)),
    failed: (hours) => -Math.expm1(-scaled(hours)),
    hazardPerHour: (hours) =>
      (shape / scaleHours) * (requireNotNegative('hours', hours) / scaleHours) ** (shape - 1),
    quantileHours: (share) => scaleHours * (-Math.log1p(-requireShare(share))) ** (1 / shape),
    meanHours,
    meanUntilHours: (hours) => meanHours * gammaP(1 / shape, scaled(hours)),
  };
}
