import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm, type CutAngle } from '../needle/index.js';

/** The hole a needle leaves and what stands between holes. Lengths in mm. Ratios to the blade are assumptions. */
export interface SeamHole {
  /** Length of the cut. */
  readonly cutMm: number;
  /** Width of the hole across the cut. */
  readonly widthMm: number;
  /** Extent of the hole along the seam. */
  readonly alongSeamMm: number;
  /** Material left between two holes at the given stitch length; negative when holes run together. */
  readonly landMm: number;
  /** Shortest stitch advised: twice the hole along the seam, or three thread diameters. */
  readonly shortestStitchMm: number;
}

const CUT_PER_BLADE = 1.1;
const WIDTH_PER_BLADE = 0.35;

/**
 * Hole of a needle size and point along a seam. A cut is an ellipse 1.1 by 0.35 blades whose extent along the seam
 * follows its angle: c = sqrt((A cos)² + (B sin)²). Crossed and three-edged cuts reach their full length along the
 * seam. A point that parts the material is taken as a round hole of one blade.
 *
 * @example seamHole(140, 45, 4, 0.42).landMm // 2.86
 */
export function seamHole(
  nm: number,
  cutAngleDeg: CutAngle,
  stitchLengthMm: number,
  threadDiameterMm: number,
): SeamHole {
  const blade = bladeDiameterMm(requirePositive('nm', nm));
  requirePositive('stitchLengthMm', stitchLengthMm);
  requirePositive('threadDiameterMm', threadDiameterMm);
  const cutMm = cutAngleDeg === null ? blade : CUT_PER_BLADE * blade;
  const widthMm = cutAngleDeg === null ? blade : WIDTH_PER_BLADE * blade;
  const angle = typeof cutAngleDeg === 'number' ? (cutAngleDeg * Math.PI) / 180 : 0;
  const alongSeamMm = Math.hypot(cutMm * Math.cos(angle), widthMm * Math.sin(angle));
  return {
    cutMm,
    widthMm,
    alongSeamMm,
    landMm: stitchLengthMm - alongSeamMm,
    shortestStitchMm: Math.max(2 * alongSeamMm, 3 * threadDiameterMm),
  };
}
