/** A line through the measured marks of a stitch dial: stitch = base + perMark × mark. */
export interface DialLine {
  readonly baseMm: number;
  readonly mmPerMark: number;
  /** Scatter of the readings about the line, one standard deviation in mm; null for fewer than three. */
  readonly sdMm: number | null;
}

/** How stitch length is set: a numbered dial, a lever against a stop, or a screw. */
export const STITCH_CONTROLS = ['dial', 'lever-stop', 'screw'] as const;
export type StitchControl = (typeof STITCH_CONTROLS)[number];

/** A dial mark and the length of ten stitches sewn at it. */
export interface DialReading {
  readonly mark: number;
  readonly tenStitchesMm: number;
}

/**
 * Least-squares line through the readings of a stitch dial, ten stitches each; through zero for one reading; null
 * when the readings do not determine a line (none, or all at one mark).
 *
 * @example dialLine([{ mark: 2, tenStitchesMm: 20 }, { mark: 4, tenStitchesMm: 38 }]) // 0.2 + 0.9 × mark
 */
export function dialLine(readings: readonly DialReading[]): DialLine | null {
  const stitches = readings.map(({ mark, tenStitchesMm }) => ({ mark, mm: tenStitchesMm / 10 }));
  const [only] = stitches;
  if (!only) return null;
  if (stitches.length === 1)
    return only.mark > 0 ? { baseMm: 0, mmPerMark: only.mm / only.mark, sdMm: null } : null;
  const mean = (of: (one: (typeof stitches)[number]) => number) =>
    stitches.reduce((sum, one) => sum + of(one), 0) / stitches.length;
  const [markMean, mmMean] = [mean((one) => one.mark), mean((one) => one.mm)];
  const spread = mean((one) => (one.mark - markMean) ** 2);
  if (spread === 0) return null;
  const mmPerMark = mean((one) => (one.mark - markMean) * (one.mm - mmMean)) / spread;
  const baseMm = mmMean - mmPerMark * markMean;
  const off = stitches.reduce((sum, one) => sum + (one.mm - baseMm - mmPerMark * one.mark) ** 2, 0);
  // The line uses two degrees of freedom.
  const sdMm = stitches.length < 3 ? null : Math.sqrt(off / (stitches.length - 2));
  return { baseMm, mmPerMark, sdMm };
}

/** Mark of a calibrated dial for a stitch length, to a quarter mark, or null when it is not calibrated. */
export function dialMarkFor(line: DialLine | null, stitchLengthMm: number): number | null {
  if (line === null || line.mmPerMark <= 0) return null;
  return Math.max(0, Math.round((4 * (stitchLengthMm - line.baseMm)) / line.mmPerMark) / 4);
}
