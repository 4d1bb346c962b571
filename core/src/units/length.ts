import { requireNotNegative, requirePositive } from '../standing/index.js';

/** Exact by definition of the international inch (1959). */
export const MM_PER_INCH = 25.4;

/** Leather is sold by the ounce: 1 oz stands for 1/64 inch of thickness. Common practice, no source. */
export const MM_PER_LEATHER_OZ = MM_PER_INCH / 64;

/** Thickness in mm of leather called `oz` ounces. @example leatherOzToMm(5) // 1.984 */
export function leatherOzToMm(oz: number): number {
  return requireNotNegative('oz', oz) * MM_PER_LEATHER_OZ;
}

/** Leather ounces of a thickness in mm. @example mmToLeatherOz(2) // 5.04 */
export function mmToLeatherOz(thicknessMm: number): number {
  return requireNotNegative('thicknessMm', thicknessMm) / MM_PER_LEATHER_OZ;
}

/** Stitches per inch at a stitch length in mm. @example stitchesPerInch(4) // 6.35 */
export function stitchesPerInch(stitchLengthMm: number): number {
  return MM_PER_INCH / requirePositive('stitchLengthMm', stitchLengthMm);
}
