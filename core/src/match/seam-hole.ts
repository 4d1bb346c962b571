import { requirePositive } from '../standing/index.js';
import { bladeDiameterMm, type CutAngle } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

/** The hole a needle leaves and the material between holes. Lengths in mm. Ratios to the blade are assumptions. */
export interface SeamHole {
  /** Length of the cut. */
  readonly cutMm: number;
  /** Width of the hole across the cut. */
  readonly widthMm: number;
  /** Extent of the hole along the seam. */
  readonly alongSeamMm: number;
  /** Extent of the hole across the seam. */
  readonly acrossSeamMm: number;
  /** Material left between two holes at the given stitch length; negative when holes run together. */
  readonly landMm: number;
  /** Shortest stitch advised: twice the hole along the seam, or three thread diameters. */
  readonly shortestStitchMm: number;
}

/**
 * Hole of a needle size and point along a seam. A cut is an ellipse 1.1 by 0.35 blades whose extent along the seam
 * follows its angle: c = sqrt((A cos)² + (B sin)²). Crossed and three-edged cuts reach their full length both ways. A
 * point that parts the material is treated as a round hole of one blade.
 *
 * @example seamHole(140, 45, 4, 0.42).landMm // 2.86
 */
export function seamHole(
  nm: number,
  cutAngleDeg: CutAngle,
  stitchLengthMm: number,
  threadDiameterMm: number,
  values: Values = SHIPPED_VALUES,
): SeamHole {
  const blade = bladeDiameterMm(requirePositive('nm', nm));
  requirePositive('stitchLengthMm', stitchLengthMm);
  requirePositive('threadDiameterMm', threadDiameterMm);
  const cutMm = cutAngleDeg === null ? blade : values['hole.cut-length'].value * blade;
  const widthMm = cutAngleDeg === null ? blade : values['hole.cut-width'].value * blade;
  const oneCut = typeof cutAngleDeg === 'number';
  const angle = oneCut ? (cutAngleDeg * Math.PI) / 180 : 0;
  const alongSeamMm = Math.hypot(cutMm * Math.cos(angle), widthMm * Math.sin(angle));
  const acrossSeamMm = oneCut ? Math.hypot(cutMm * Math.sin(angle), widthMm * Math.cos(angle)) : cutMm;
  return {
    cutMm,
    widthMm,
    alongSeamMm,
    acrossSeamMm,
    landMm: stitchLengthMm - alongSeamMm,
    shortestStitchMm: Math.max(
      values['hole.shortest-holes'].value * alongSeamMm,
      values['hole.shortest-threads'].value * threadDiameterMm,
    ),
  };
}

/**
 * Least distance in mm from seam to edge: two holes across the seam and no less than three thread diameters, or 6 mm
 * where the point cuts yarns. Assumptions, until the shop pulls a test piece.
 *
 * @example edgeDistanceMm(seamHole(140, 45, 4, 0.42), 0.42, false) // 2.3
 */
export function edgeDistanceMm(
  hole: SeamHole,
  threadDiameterMm: number,
  cutsCloth: boolean,
  values: Values = SHIPPED_VALUES,
): number {
  const byHole = values['hole.edge'].value * hole.acrossSeamMm;
  const byThread = values['hole.shortest-threads'].value * threadDiameterMm;
  return Math.max(byHole, byThread, cutsCloth ? values['hole.edge-cut-cloth'].value : 0);
}
