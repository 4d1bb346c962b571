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
  /** The conditions the seam is used in. */
  readonly use: ThreadUse;
  /** The needle in hand, as typed; empty when the needle is the question. */
  readonly needleText: string;
  /** Null means the plate on the machine. */
  readonly plateHoleMm: number | null;
  readonly job: JobSize;
  readonly stitchLengthMm: number;
  /** The look wanted for the seam; null leaves it to the needle. */
  readonly look: SeamLook | null;
  /** Null follows the house rules. */
  readonly schools: SchoolChoice | null;
  /** A needle other than the first in the ranking; null for the first. */
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
