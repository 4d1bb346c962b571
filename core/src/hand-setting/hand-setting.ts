/** What guides the edge of the work past the needle. */
export const EDGE_GUIDES = ['guide', 'bed-mark', 'drawn-line', 'groove'] as const;
export type EdgeGuide = (typeof EDGE_GUIDES)[number];

/** What is set by hand for a job besides thread and needle; null for what is not recorded. */
export interface HandSettings {
  /** Height of the foot's pressure screw above its nut: lower is more pressure. */
  readonly footScrewMm: number | null;
  /** Turns of the foot's pressure screw in from where it begins to press. */
  readonly footTurns: number | null;
  /** From the seam to the edge of the work. */
  readonly edgeMm: number | null;
  readonly edgeBy: EdgeGuide | null;
  /** Stitches per minute at which the job is sewn. */
  readonly speedSpm: number | null;
}

/** Whether the foot pressure has to change: only if both were recorded the same way. */
export function footDiffers(from: HandSettings | null, to: HandSettings | null): boolean {
  const differ = (one: number | null = null, other: number | null = null): boolean =>
    one !== null && other !== null && one !== other;
  return differ(from?.footScrewMm, to?.footScrewMm) || differ(from?.footTurns, to?.footTurns);
}
