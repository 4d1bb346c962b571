import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/** Thread used by one stitch, in mm: between a rounded loop and a square one. */
export interface StitchThread {
  readonly needleLowMm: number;
  readonly needleHighMm: number;
  readonly bobbinLowMm: number;
  readonly bobbinHighMm: number;
}

/** The lockstitch to calculate. Lengths in mm. */
export interface Lockstitch {
  readonly stitchLengthMm: number;
  readonly stackMm: number;
  readonly threadDiameterMm: number;
  /** Where the knot lies: 0 at the underside, 1 at the top, 0.5 in the middle. */
  readonly lock?: number;
}

/**
 * Thread of both sides for one stitch. Upper bound: a rectangle, needle L + 2 (1 - x)(t + d), bobbin L + 2 x (t + d).
 * Lower bound: a racetrack, whose corners are rounded to r = min(L / 2, depth of that thread) and save (4 - π) r.
 *
 * @throws OutOfRange for lengths that are not positive or a knot outside 0 to 1
 * @example threadPerStitch({ stitchLengthMm: 4, stackMm: 0.58, threadDiameterMm: 0.42 }).needleHighMm // 5
 */
export function threadPerStitch({
  stitchLengthMm,
  stackMm,
  threadDiameterMm,
  lock = 0.5,
}: Lockstitch): StitchThread {
  requirePositive('stitchLengthMm', stitchLengthMm);
  requireNotNegative('stackMm', stackMm);
  requirePositive('threadDiameterMm', threadDiameterMm);
  if (!(lock >= 0 && lock <= 1)) throw new OutOfRange('lock', lock, '0 to 1');
  const [needleLowMm, needleHighMm] = bounds(stitchLengthMm, (1 - lock) * (stackMm + threadDiameterMm));
  const [bobbinLowMm, bobbinHighMm] = bounds(stitchLengthMm, lock * (stackMm + threadDiameterMm));
  return { needleLowMm, needleHighMm, bobbinLowMm, bobbinHighMm };
}

function bounds(stitchLengthMm: number, depthMm: number): readonly [low: number, high: number] {
  const high = stitchLengthMm + 2 * depthMm;
  return [high - (4 - Math.PI) * Math.min(stitchLengthMm / 2, depthMm), high];
}
