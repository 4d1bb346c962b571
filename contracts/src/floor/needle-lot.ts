import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Name } from '../shared/index.js';

const LotCode = z.string().trim().min(1).max(40);

/** A delivery of needles of one kind. */
export const NeedleLot = z.object({
  id: Id,
  code: LotCode,
  needle: NeedleChoice,
  receivedAt: Instant,
  receivedBy: Name,
});
export type NeedleLot = z.infer<typeof NeedleLot>;

export const NeedleLotEntry = z.strictObject({ code: LotCode, needle: NeedleChoice });
export type NeedleLotEntry = z.infer<typeof NeedleLotEntry>;
