import { NEEDLE_SIZES, type NeedleSize } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { eyeFit } from './eye-fit.js';

/**
 * Smallest needle whose ratio is at or under the limit, or undefined when even the largest is too small.
 *
 * @example smallestNeedle(0.421, 0.3036)?.nm // 140
 */
export function smallestNeedle(
  threadDiameterMm: number,
  limitRatio: number,
  values: Values = SHIPPED_VALUES,
  longEye = false,
): NeedleSize | undefined {
  return NEEDLE_SIZES.find((size) => eyeFit(threadDiameterMm, size.nm, values, longEye).ratio <= limitRatio);
}
