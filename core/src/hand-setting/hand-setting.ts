/** What guides the edge of the work past the needle. */
export const EDGE_GUIDES = ['guide', 'bed-mark', 'drawn-line', 'groove'] as const;
export type EdgeGuide = (typeof EDGE_GUIDES)[number];

/** What hands set for a job beside thread and needle; null for what nobody has written down. */
export interface HandSettings {
  /** Height of the foot's pressure screw above its nut: less is more pressure. */
  readonly footScrewMm: number | null;
  /** Turns of the foot's pressure screw in from where it begins to press. */
  readonly footTurns: number | null;
  /** From the seam to the edge of the work. */
  readonly edgeMm: number | null;
  readonly edgeBy: EdgeGuide | null;
  /** Stitches a minute that the job is sewn at. */
  readonly speedSpm: number | null;
}

/** Whether the foot is to press otherwise: only where both were written down the same way. */
export function footDiffers(from: HandSettings | null, to: HandSettings | null): boolean {
  const differ = (one: number | null = null, other: number | null = null): boolean =>
    one !== null && other !== null && one !== other;
  return differ(from?.footScrewMm, to?.footScrewMm) || differ(from?.footTurns, to?.footTurns);
}
