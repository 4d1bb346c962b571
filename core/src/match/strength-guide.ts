import { requirePositive, sourced, type Sourced } from '../standing/index.js';

/** NM 110 carries about 3 mm of leather: the one fact the guide is fitted to. */
const ANCHOR: Sourced<{ nm: number; thicknessMm: number }> = sourced(
  { nm: 110, thicknessMm: 3 },
  'fitted',
  'one fact of common practice; a guide only',
);

/**
 * Thickness in mm of leather that a blade is usually trusted with, t = 3 mm (NM / 110)³. A guide, not a limit.
 *
 * @example strengthGuideMm(140) // 6.2
 */
export function strengthGuideMm(nm: number): number {
  return ANCHOR.value.thicknessMm * (requirePositive('nm', nm) / ANCHOR.value.nm) ** 3;
}
