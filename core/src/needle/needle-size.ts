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
const BY_NUMBER = new Map(NEEDLE_SIZES.map((size) => [size.number, size]));

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

/** What reading a needle size off a pack gave: the size, or why it cannot be one and which pairs are near. */
export type NeedleSizeReading =
  | { readonly ok: true; readonly size: NeedleSize }
  | {
      readonly ok: false;
      readonly reason: 'not-a-size' | 'no-such-pair';
      readonly near: readonly NeedleSize[];
    };

/**
 * Reads `140/22`, `22/140`, `NM 140`, `140`, `size 22`, `#22` or `22`. Never throws.
 *
 * @example readNeedleSize('70/12') // { ok: false, reason: 'no-such-pair', near: [70/10, 80/12] }
 */
export function readNeedleSize(text: string): NeedleSizeReading {
  const match = /^(?:nm|size|#)? ?(\d{1,3})(?: ?\/ ?(\d{1,3}))?$/.exec(
    text.slice(0, 40).trim().toLowerCase(),
  );
  if (!match) return { ok: false, reason: 'not-a-size', near: [] };
  const [first, second] = [Number(match[1]), match[2] === undefined ? undefined : Number(match[2])];
  const size = BY_NM.get(first) ?? BY_NUMBER.get(first);
  if (second === undefined) return size ? { ok: true, size } : { ok: false, reason: 'not-a-size', near: [] };
  if (size && (size.nm === second || size.number === second)) return { ok: true, size };
  const near = [...new Set([size, BY_NM.get(second) ?? BY_NUMBER.get(second)])].filter(
    (s) => s !== undefined,
  );
  return { ok: false, reason: 'no-such-pair', near };
}
