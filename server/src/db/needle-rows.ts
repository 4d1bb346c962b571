import type { LotState } from '@gantelet/contracts';

/** A delivery of needles of one kind. */
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

/** A photo that was taken with a check. */
export interface NeedlePhotoRow {
  checkId: string;
  jpeg: Buffer;
}

/** One needle that was looked at; `document` is JSON of `NeedleCheckDocument`. */
export interface NeedleCheckRow {
  id: string;
  lotId: string | null;
  document: string;
  note: string;
  checkedAt: Date;
  checkedById: string;
}
