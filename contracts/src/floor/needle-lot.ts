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
  /** What the eyes of its needles showed that were tested. */
  friction: z.object({
    tested: z.int().min(0),
    tooMuch: z.int().min(0),
    /** Mean of both pulls, a share; null before one was tested. */
    mean: z.number().nullable(),
    /** That it holds more bad eyes than a good lot may: 1 says nothing. */
    evidence: z.number(),
    bad: z.boolean(),
  }),
});
export type NeedleLot = z.infer<typeof NeedleLot>;

const PullN = z.number().positive().max(100);

/** The pulls that move a thread through the eye of one needle of a lot, and the weight that hung on it. Newtons. */
export const EyeFrictionEntry = z
  .strictObject({ weightN: PullN, upN: PullN, downN: PullN })
  .refine(({ upN, downN }) => upN >= downN, { path: ['upN'], error: 'not below the pull down' });
export type EyeFrictionEntry = z.infer<typeof EyeFrictionEntry>;

export const NeedleLotEntry = z.strictObject({ code: LotCode, needle: NeedleChoice });
export type NeedleLotEntry = z.infer<typeof NeedleLotEntry>;
