import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Line, Name } from '../shared/index.js';

const LotCode = z.string().trim().min(1).max(40);

/** Whether needles of a lot may go in: nobody decided, checked first, found good, or kept out. */
export const LOT_STATES = ['open', 'to-check', 'accepted', 'quarantined'] as const;
export type LotState = (typeof LOT_STATES)[number];

/** What a lot is registered as. */
export const NeedleLotEntry = z.strictObject({
  code: LotCode,
  needle: NeedleChoice,
  /** Needles that came; null when nobody counted them. */
  received: z.int().min(1).max(100_000).nullable().default(null),
  /** In the shop's own words. */
  supplier: Line(80).default(''),
});
export type NeedleLotEntry = z.infer<typeof NeedleLotEntry>;

/** A delivery as it comes: `to-check` keeps it waiting until enough of its needles were looked at. */
export const NewNeedleLot = NeedleLotEntry.extend({ state: z.enum(['open', 'to-check']).default('open') });
export type NewNeedleLot = z.infer<typeof NewNeedleLot>;

/** Somebody decides about a lot, whatever its sample says. */
export const LotDecision = z.strictObject({
  state: z.enum(['to-check', 'accepted', 'quarantined']),
  /** Why. */
  note: Line(200),
});
export type LotDecision = z.infer<typeof LotDecision>;

/** A delivery of needles of one kind. */
export const NeedleLot = z.object({
  id: Id,
  code: LotCode,
  needle: NeedleChoice,
  received: z.int().nullable(),
  supplier: z.string(),
  receivedAt: Instant,
  receivedBy: Name,
  state: z.enum(LOT_STATES),
  /** Who decided so, when and why; null while nobody did. A sample decides in the name of who made its last check. */
  decided: z.object({ at: Instant, by: Name, note: z.string() }).nullable(),
  /** What was found on those of its needles that were looked at. */
  sample: z.object({ checked: z.int().min(0), bad: z.int().min(0), doubtful: z.int().min(0) }),
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
