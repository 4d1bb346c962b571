import { OutOfRange } from '../standing/index.js';

/** A needle size under its two numbers. They always go together: 140/22 exists, 70/12 does not. */
export interface NeedleSize {
  /** Metric size: blade diameter in hundredths of a millimetre, above the scarf. Common practice. */
  readonly nm: number;
  /** Number size. Common practice. */
  readonly number: number;
}

/** Every size with both its numbers, smallest first. Common practice, no source. */
export const NEEDLE_SIZES: readonly NeedleSize[] = [
  { nm: 60, number: 8 },
  { nm: 65, number: 9 },
  { nm: 70, number: 10 },
  { nm: 75, number: 11 },
  { nm: 80, number: 12 },
  { nm: 90, number: 14 },
  { nm: 100, number: 16 },
  { nm: 110, number: 18 },
  { nm: 120, number: 19 },
  { nm: 125, number: 20 },
  { nm: 130, number: 21 },
  { nm: 140, number: 22 },
  { nm: 160, number: 23 },
  { nm: 180, number: 24 },
  { nm: 200, number: 25 },
  { nm: 230, number: 26 },
  { nm: 250, number: 27 },
];

const BY_NM = new Map(NEEDLE_SIZES.map((size) => [size.nm, size]));

/** The size with the given NM. Throws {@link OutOfRange} when no such size is made. */
export function needleSize(nm: number): NeedleSize {
  const size = BY_NM.get(nm);
  if (!size) throw new OutOfRange('nm', nm, NEEDLE_SIZES.map((s) => s.nm).join(', '));
  return size;
}

/** Blade diameter in mm of an NM size. @example bladeDiameterMm(140) // 1.4 */
export function bladeDiameterMm(nm: number): number {
  return nm / 100;
}
