import type { JobSize, SeamLook, ThreadUse } from '@gantelet/core';
import type { LayerInput, NeedleChoice, SchoolChoice, Setup } from '@gantelet/contracts';

/** What is on the bench, as typed. Nothing here is computed. */
export interface BenchDraft {
  /** The saved set-up this was opened from; null for new work. */
  readonly saved: Setup | null;
  readonly name: string;
  readonly machineId: string | null;
  readonly layers: readonly LayerInput[];
  readonly threadText: string;
  /** Which of several readings of the label was chosen. */
  readonly readingIndex: number | null;
  readonly constructionId: string;
  /** What the seam has to live with. */
  readonly use: ThreadUse;
  /** The needle in the hand, as it reads; empty when the needle is asked for. */
  readonly needleText: string;
  /** Null takes the plate that is on the machine. */
  readonly plateHoleMm: number | null;
  readonly job: JobSize;
  readonly stitchLengthMm: number;
  /** The look asked of the seam; null leaves it to the needle. */
  readonly look: SeamLook | null;
  /** Null follows the shop. */
  readonly schools: SchoolChoice | null;
  /** A needle other than the first ranked; null takes the first. */
  readonly picked: NeedleChoice | null;
}

export const EMPTY_BENCH: BenchDraft = {
  saved: null,
  name: '',
  machineId: null,
  layers: [],
  threadText: '',
  readingIndex: null,
  constructionId: 'bonded-nylon',
  use: 'indoor',
  needleText: '',
  plateHoleMm: null,
  job: { seamMm: 1000, pieces: 1 },
  stitchLengthMm: 4,
  look: null,
  schools: null,
  picked: null,
};
