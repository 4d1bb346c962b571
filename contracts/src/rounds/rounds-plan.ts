import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Day, Id, Instant, Name, Version } from '../shared/index.js';

/** Longer than any horizon. */
const MOST_SHIFTS = 10_000;
const ShiftIndex = z.int().min(0).max(MOST_SHIFTS);

/** A shift within the horizon. */
export const PlannedShift = z.object({
  shiftId: Id,
  name: Name,
  /** Local day it begins on. */
  day: Day,
  startsAt: Instant,
  endsAt: Instant,
  /** Minutes available for planned changes, less what failures are expected to take. */
  minutes: z.number(),
  /** Minutes of them that the plan uses, including the walks to the zones. */
  used: z.number(),
});
export type PlannedShift = z.infer<typeof PlannedShift>;

/** A limit that the changes exceed, with the least that would have to give way. */
export const PlanConflict = z.discriminatedUnion('limit', [
  z.object({ limit: z.literal('closed'), machineId: Id, shift: ShiftIndex }),
  z.object({
    limit: z.literal('minutes'),
    shift: ShiftIndex,
    /** Null: of everybody. */
    machineClasses: z.array(z.string()).nullable(),
    wanted: z.number(),
    allowed: z.number(),
  }),
  z.object({
    limit: z.literal('needles'),
    needle: NeedleChoice,
    shift: ShiftIndex,
    wanted: z.number(),
    allowed: z.number(),
  }),
]);
export type PlanConflict = z.infer<typeof PlanConflict>;

export const UNPLANNED_REASONS = ['no-needle', 'stopped', 'run-to-failure'] as const;

/** A machine over the horizon. */
export const PlannedMachineView = z.object({
  id: Id,
  name: Name,
  zoneId: Id,
  needle: NeedleChoice.nullable(),
  /** Why nothing is planned for it; null if it is planned. */
  unplanned: z.enum(UNPLANNED_REASONS).nullable(),
  ageHours: z.number().min(0),
  /** Best running hours to change at, and whether they come from this shop's lives or the flat rule. */
  bestHours: z.number().nullable(),
  from: z.enum(['life', 'flat']),
  /** Expected running hours in each shift. */
  hours: z.array(z.number().min(0)),
  changes: z.array(ShiftIndex),
  pinned: z.array(ShiftIndex),
  /** Published changes, as indexes of these shifts. */
  published: z.array(ShiftIndex),
  closed: z.array(ShiftIndex),
  /** Why its needle stays in past its best for the whole plan; null if it does not. */
  leftLate: z.enum(['closed', 'needles', 'minutes', 'not-worth-it']).nullable(),
});
export type PlannedMachineView = z.infer<typeof PlannedMachineView>;

/** Simple rules that a plan can be made by. */
export const FLAT_RULE_NAMES = ['every-hours', 'every-monday', 'on-failure'] as const;
export type FlatRuleName = (typeof FLAT_RULE_NAMES)[number];
export const RULE_NAMES = ['plan', ...FLAT_RULE_NAMES, 'as-done'] as const;
const Simulated = z.object({ mean: z.number(), low: z.number(), high: z.number() });
export const ComparedRule = z.object({
  rule: z.enum(RULE_NAMES),
  failures: Simulated,
  changes: Simulated,
  minutes: Simulated,
  spoiledWork: Simulated,
  needles: Simulated,
  cost: Simulated,
});
export type ComparedRule = z.infer<typeof ComparedRule>;

/** How many needles of a kind remain under the plan. */
export const NeedleOutlook = z.object({
  needle: NeedleChoice,
  /** Null if nobody counted: the plan then assumes there are enough. */
  onHand: z.int().nullable(),
  left: z.array(z.object({ expected: z.number(), low: z.number(), high: z.number() })),
  planned: z.int(),
  failures: z.number(),
  runsOut: ShiftIndex.nullable(),
  mayRunOut: ShiftIndex.nullable(),
  order: z
    .object({
      quantity: z.int(),
      packSize: z.int(),
      leadDays: z.int(),
      /** Last day to order so that they arrive in time; may be past. */
      by: Day,
    })
    .nullable(),
});
export type NeedleOutlook = z.infer<typeof NeedleOutlook>;

export const PlanCostView = z.object({
  lateness: z.number(),
  earlyWaste: z.number(),
  visits: z.number(),
  moves: z.number(),
  total: z.number(),
});

/** A plan as it stands: from a search, possibly changed by hand since. */
export const RoundsPlanView = z.object({
  id: Id,
  version: Version,
  madeAt: Instant,
  madeBy: Name,
  seed: z.number(),
  publishedAt: Instant.nullable(),
  shifts: z.array(PlannedShift),
  machines: z.array(PlannedMachineView),
  cost: PlanCostView,
  /** Proven: no plan within the limits costs less. */
  bound: z.number(),
  /** Limits that manual moves broke. */
  conflicts: z.array(PlanConflict),
  compared: z.array(ComparedRule),
  runs: z.int(),
  needles: z.array(NeedleOutlook),
});
export type RoundsPlanView = z.infer<typeof RoundsPlanView>;

/** What a plan could not satisfy, when none was possible. */
export const NoPlan = z.object({
  jobId: Id,
  triedAt: Instant,
  shifts: z.array(PlannedShift),
  conflicts: z.array(PlanConflict),
});
export type NoPlan = z.infer<typeof NoPlan>;

export const PlanAsk = z.strictObject({
  /** 1 for the usual search, 6 for a longer one. */
  effort: z.int().min(1).max(6).default(1),
  /** Plan by a simple rule instead of the search, which then only says how far off the rule is; null to search. */
  rule: z.enum(FLAT_RULE_NAMES).nullable().default(null),
});
export type PlanAsk = z.infer<typeof PlanAsk>;

/** A change moved to another shift; `from` null adds one, `to` null removes one. */
export const ChangeMove = z
  .strictObject({
    machineId: Id,
    from: ShiftIndex.nullable(),
    to: ShiftIndex.nullable(),
    version: Version,
  })
  .refine(({ from, to }) => from !== null || to !== null, { path: ['to'], error: 'from a shift or to one' });
export type ChangeMove = z.infer<typeof ChangeMove>;

export const PinChange = z.strictObject({
  machineId: Id,
  shift: ShiftIndex,
  pinned: z.boolean(),
  version: Version,
});
export type PinChange = z.infer<typeof PinChange>;

export const PlanPublished = z.strictObject({ version: Version });

/** A plan's id and version after a write. */
export const PlanMark = z.object({ id: Id, version: Version });
export type PlanMark = z.infer<typeof PlanMark>;

export const MoveOffer = z.object({
  shift: ShiftIndex,
  /** Extra cost compared with the present plan; negative if cheaper. */
  cost: z.number(),
  conflicts: z.array(PlanConflict),
});
export type MoveOffer = z.infer<typeof MoveOffer>;
