import type { LotState } from '@gantelet/contracts';

/** A delivery of one kind of needle. */
export interface NeedleLotRow {
  id: string;
  code: string;
  needleSystem: string;
  bladeNm: number;
  pointStyle: string;
  needleFinish: string;
  received: number | null;
  supplier: string;
  receivedAt: Date;
  receivedById: string;
  state: LotState;
  decidedAt: Date | null;
  decidedById: string | null;
  decision: string;
}

/** A photo taken during a check. */
export interface NeedlePhotoRow {
  checkId: string;
  jpeg: Buffer;
}

/** One needle that was checked; `document` is JSON of `NeedleCheckDocument`. */
export interface NeedleCheckRow {
  id: string;
  lotId: string | null;
  document: string;
  note: string;
  checkedAt: Date;
  checkedById: string;
}
