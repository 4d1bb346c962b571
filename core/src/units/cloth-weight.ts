import { OutOfRange, requireNotNegative } from '../standing/index.js';

/** g/m² in 1 oz/yd²: 28.349523 g over 0.83612736 m², from the exact ounce and yard. */
export const GSM_PER_OZ_YD2 = 28.349523125 / 0.83612736;

/** Cloth weight in g/m² of a weight in oz per square yard. @example ozPerYd2ToGsm(10) // 339.06 */
export function ozPerYd2ToGsm(ozPerYd2: number): number {
  return requireNotNegative('ozPerYd2', ozPerYd2) * GSM_PER_OZ_YD2;
}

/**
 * Weight in g/m² of numbered duck: (19 - n) ounces per piece of 22 x 36 inches, for n from 1 to 12.
 * Common practice, no source.
 *
 * @example numberedDuckGsm(10) // 499.3
 */
export function numberedDuckGsm(number: number): number {
  if (!Number.isInteger(number) || number < 1 || number > 12) {
    throw new OutOfRange('number', number, 'a whole number from 1 to 12');
  }
  return ozPerYd2ToGsm((19 - number) * (36 / 22));
}
