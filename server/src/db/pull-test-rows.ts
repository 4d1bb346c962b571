import type { PullTestEntry } from '@gantelet/contracts';

/** A seam that was pulled to failure. */
export interface PullTestRow {
  id: string;
  setupId: string;
  broke: PullTestEntry['broke'];
  forceN: number | null;
  widthMm: number | null;
  note: string;
  testedAt: Date;
  testedById: string;
}
