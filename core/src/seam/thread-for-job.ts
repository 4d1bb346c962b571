import { requirePositive } from '../standing/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import type { StitchThread } from './thread-per-stitch.js';

/** How much is sewn. */
export interface JobSize {
  readonly seamMm: number;
  readonly pieces: number;
}

/** Thread that a job needs, waste included, by the upper bound of a stitch; the lower bound beside it. */
export interface JobThread {
  readonly stitches: number;
  readonly needleMetres: number;
  readonly bobbinMetres: number;
  /** Both threads by the lower bound. */
  readonly leastMetres: number;
  readonly bobbins: number;
  readonly cones: number;
  /** Cost of the thread, or null when the shop has entered no price. */
  readonly cost: number | null;
}

/** Id of the value for the cost of a kilogram of thread here. No price is shipped. */
export const THREAD_PRICE_ID = 'cost.thread-per-kg';

/**
 * Thread, bobbins and cones for a job including waste. Needle and bobbin thread are assumed to be the same.
 *
 * @param bobbinHoldsMetres metres on one wound bobbin, above 0
 * @throws OutOfRange for lengths or counts that are not positive
 */
export function threadForJob(
  stitch: StitchThread,
  stitchLengthMm: number,
  { seamMm, pieces }: JobSize,
  tex: number,
  bobbinHoldsMetres: number,
  values: Values = SHIPPED_VALUES,
): JobThread {
  requirePositive('stitchLengthMm', stitchLengthMm);
  requirePositive('seamMm', seamMm);
  requirePositive('pieces', pieces);
  requirePositive('tex', tex);
  requirePositive('bobbinHoldsMetres', bobbinHoldsMetres);
  const stitches = Math.ceil(seamMm / stitchLengthMm) * pieces;
  const withWaste = (mmPerStitch: number) =>
    (stitches * mmPerStitch * (1 + values['job.waste'].value)) / 1000;
  const needleMetres = withWaste(stitch.needleHighMm);
  const bobbinMetres = withWaste(stitch.bobbinHighMm);
  const grams = ((needleMetres + bobbinMetres) * tex) / 1000;
  const price = values[THREAD_PRICE_ID];
  return {
    stitches,
    needleMetres,
    bobbinMetres,
    leastMetres: withWaste(stitch.needleLowMm + stitch.bobbinLowMm),
    bobbins: Math.ceil(bobbinMetres / bobbinHoldsMetres),
    cones: Math.ceil(grams / values['job.cone-weight'].value),
    cost: price ? (grams / 1000) * price.value : null,
  };
}
