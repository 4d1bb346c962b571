import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Line, Name } from '../shared/index.js';

const LotCode = z.string().trim().min(1).max(40);

/** Whether needles of a lot may be used: undecided, awaiting a check, accepted, or quarantined. */
export const LOT_STATES = ['open', 'to-check', 'accepted', 'quarantined'] as const;
export type LotState = (typeof LOT_STATES)[number];

/** A lot's details at registration. */
export const NeedleLotEntry = z.strictObject({
  code: LotCode,
  needle: NeedleChoice,
  /** Number of needles delivered; null if nobody counted them. */
  received: z.int().min(1).max(100_000).nullable().default(null),
  /** In the shop's own words. */
  supplier: Line(80).default(''),
});
export type NeedleLotEntry = z.infer<typeof NeedleLotEntry>;

/** A delivery on arrival: `to-check` holds it until enough of its needles have been checked. */
export const NewNeedleLot = NeedleLotEntry.extend({ state: z.enum(['open', 'to-check']).default('open') });
export type NewNeedleLot = z.infer<typeof NewNeedleLot>;

/** A decision about a lot, whatever its sample says. */
export const LotDecision = z.strictObject({
  state: z.enum(['to-check', 'accepted', 'quarantined']),
  /** Why. */
  note: Line(200),
});
export type LotDecision = z.infer<typeof LotDecision>;

/** A delivery of one kind of needle. */
export const NeedleLot = z.object({
  id: Id,
  code: LotCode,
  needle: NeedleChoice,
  received: z.int().nullable(),
  supplier: z.string(),
  receivedAt: Instant,
  receivedBy: Name,
  state: z.enum(LOT_STATES),
  /**
   * Who decided, when and why; null before any decision. A decision by sample is in the name of whoever made its last
   * check.
   */
  decided: z.object({ at: Instant, by: Name, note: z.string() }).nullable(),
  /** The results of its checked needles. */
  sample: z.object({ checked: z.int().min(0), bad: z.int().min(0), doubtful: z.int().min(0) }),
  /** The results of its eye friction tests. */
  friction: z.object({
    tested: z.int().min(0),
    tooMuch: z.int().min(0),
    /** Mean of both pulls, as a share; null before one was tested. */
    mean: z.number().nullable(),
    /** Likelihood ratio that it holds more bad eyes than a good lot may: 1 says nothing. */
    evidence: z.number(),
    bad: z.boolean(),
  }),
});
export type NeedleLot = z.infer<typeof NeedleLot>;
