import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { threadPerStitch } from '../seam/index.js';
import { requireNotNegative, requirePositive } from '../standing/index.js';
import { diameterOfConstruction, type ThreadConstruction } from '../thread/index.js';

/** A seam as it uses thread: lengths in mm, the thread the same above and below. */
export interface SewnSeam {
  readonly stitchLengthMm: number;
  /** Thickness of all layers together. */
  readonly stackMm: number;
  readonly tex: number;
  readonly construction: ThreadConstruction;
}

/**
 * Metres of thread, needle and bobbin together, used in running hours: the upper bound of a stitch, with the waste of
 * a job. A job of as many stitches is calculated the same way, see `threadForJob`.
 *
 * @param speedSpm stitches a minute that the machine is run at
 * @throws OutOfRange for negative hours, or lengths, sizes or speeds that are not positive
 * @example threadSewnMetres(strap, 1, 1000) // 60,000 stitches of 10.2 mm and a tenth of waste: 673
 */
export function threadSewnMetres(
  { stitchLengthMm, stackMm, tex, construction }: SewnSeam,
  runningHours: number,
  speedSpm: number,
  values: Values = SHIPPED_VALUES,
): number {
  const stitches =
    60 * requireNotNegative('runningHours', runningHours) * requirePositive('speedSpm', speedSpm);
  const threadDiameterMm = diameterOfConstruction(tex, construction, values).value;
  const { needleHighMm, bobbinHighMm } = threadPerStitch({ stitchLengthMm, stackMm, threadDiameterMm });
  return (stitches * (needleHighMm + bobbinHighMm) * (1 + values['job.waste'].value)) / 1000;
}
