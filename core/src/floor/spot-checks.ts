import { NORMAL_95 } from '../numeric/index.js';
import { OutOfRange, requirePositive } from '../standing/index.js';

/**
 * Waiting time until the next spot check: exponential, so that no check can be foreseen and every moment of the shift
 * is equally likely (Poisson sampling).
 *
 * @param draw uniform, 0 to below 1
 * @param meanMs mean time between checks, above 0
 */
export function nextCheckMs(draw: number, meanMs: number): number {
  requirePositive('meanMs', meanMs);
  if (!(draw >= 0 && draw < 1)) throw new OutOfRange('draw', draw, '0 to below 1');
  return -Math.log1p(-draw) * meanMs;
}

/**
 * Spot checks needed to know a share to within a given half width, 95 %, by the normal approximation of the binomial
 * (the textbook formula of work sampling, n = z² p (1 - p) / e²).
 *
 * @param share as known so far, 0 to 1
 * @param halfWidth wanted, above 0
 * @example checksFor(0.25, 0.03) // 801
 */
export function checksFor(share: number, halfWidth: number): number {
  requirePositive('halfWidth', halfWidth);
  if (!(share >= 0 && share <= 1)) throw new OutOfRange('share', share, '0 to 1');
  return Math.ceil((NORMAL_95 ** 2 * share * (1 - share)) / halfWidth ** 2);
}
