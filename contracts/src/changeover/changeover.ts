import * as z from 'zod';
import {
  CHANGEOVER_STEPS,
  EDGE_GUIDES,
  SHIPPED_VALUES,
  STITCH_CONTROLS,
  TICK_OUTCOMES,
  type ValueId,
} from '@gantelet/core';
import { NeedleSwap } from '../floor/needle-change.js';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Line, Name } from '../shared/index.js';

const Minutes = z.number().min(0);
const Mm = z.number();
const step = <Kind extends string, Shape extends z.ZodRawShape>(kind: Kind, shape: Shape) =>
  z.object({ do: z.literal(kind), minutes: Minutes, ...shape });
const Top = z.object({ turns: z.number().min(0), logged: z.boolean() });

/** One manual step of a changeover, with its amount. */
export const ChangeoverStep = z.discriminatedUnion('do', [
  step('wind', { tex: z.number(), bobbins: z.int().nullable() }),
  step('power-off', {}),
  step('unthread', { tex: z.number() }),
  step('needle', {
    needle: NeedleChoice,
    changed: z.array(z.enum(['system', 'size', 'point', 'finish'])),
  }),
  step('plate', {
    ...{ fromMm: Mm, toMm: Mm },
    // Changeovers from before plates were shared name none.
    shared: z
      .object({ id: Id, mark: Name, place: z.string(), onMachine: Name.nullable() })
      .nullable()
      .default(null),
    fromSharedId: Id.nullable().default(null),
  }),
  step('clearance', { sizes: z.int() }),
  step('dial', {
    ...{ stitchMm: Mm, mark: z.number().nullable() },
    // Changeovers recorded before this field existed lack it.
    control: z.enum(STITCH_CONTROLS).nullable().default(null),
  }),
  // Changeovers recorded before foot pressure was have no amount.
  step('foot', {
    thickerMm: Mm,
    screwMm: Mm.nullable().default(null),
    turns: z.number().nullable().default(null),
  }),
  step('edge', { edgeMm: Mm, by: z.enum(EDGE_GUIDES).nullable() }),
  step('bobbin', { tex: z.number() }),
  step('case', { caseId: Id, mark: Name, setForTex: z.number().positive(), fromCaseId: Id.nullable() }),
  step('bobbin-screw', { turns: z.number(), tighter: z.boolean(), steps: z.number() }),
  step('thread', { tex: z.number() }),
  step('wrap', { wraps: z.int() }),
  step('pre-tension', { turns: z.number(), tighter: z.boolean() }),
  step('top', { fromTurns: z.number().nullable(), to: Top.nullable(), startLoose: z.boolean() }),
  step('guards', {}),
  step('test', { seams: z.number() }),
]);
export type ChangeoverStep = z.infer<typeof ChangeoverStep>;

/** The steps of a changeover as they are stored. */
export const ChangeoverSteps = z.object({ version: z.literal(1), steps: z.array(ChangeoverStep) });

/** The target set-up, and the bobbins its job needs, if known. */
export const ChangeoverBegin = z.strictObject({
  setupId: Id,
  bobbins: z.int().min(1).max(99).nullable().default(null),
  begunAt: Instant,
});
export type ChangeoverBegin = z.infer<typeof ChangeoverBegin>;

/** The report on one step: done, skipped, or open again. */
export const TickInput = z
  .strictObject({
    step: z.enum(CHANGEOVER_STEPS),
    outcome: z.enum(TICK_OUTCOMES),
    tickedAt: Instant,
    /** What came out and went in when the needle step is done; null when the right needle was already in. */
    swap: NeedleSwap.nullable().default(null),
  })
  .refine(({ step: of, outcome, swap }) => swap === null || (of === 'needle' && outcome === 'done'), {
    path: ['swap'],
    error: "only with the needle's step",
  });
export type TickInput = z.infer<typeof TickInput>;

export const ChangeoverTick = z.object({
  id: Id,
  step: z.enum(CHANGEOVER_STEPS),
  outcome: z.enum(TICK_OUTCOMES),
  tickedAt: Instant,
  tickedBy: Name,
  /** The needle installed by it. */
  installId: Id.nullable(),
});
export type ChangeoverTick = z.infer<typeof ChangeoverTick>;

export const CHANGEOVER_ENDINGS = ['finished', 'put-aside', 'taken-back'] as const;

/** How a changeover ended: the machine is set up, it was left half done for a reason, or it was begun by mistake. */
export const ChangeoverEnd = z
  .strictObject({
    ending: z.enum(CHANGEOVER_ENDINGS),
    reason: Line(300).default(''),
    endedAt: Instant,
  })
  .refine(({ ending, reason }) => ending !== 'put-aside' || reason !== '', {
    path: ['reason'],
    error: 'why it is set aside',
  });
export type ChangeoverEnd = z.infer<typeof ChangeoverEnd>;

const SetupName = z.object({ id: Id, name: Name });

/** Getting a machine from one set-up to another, from beginning to end. */
export const Changeover = z.object({
  id: Id,
  machineId: Id,
  machineName: Name,
  /** Null for a machine that had no set-up. */
  from: SetupName.nullable(),
  to: SetupName,
  steps: z.array(ChangeoverStep),
  /** Oldest first. */
  ticks: z.array(ChangeoverTick),
  begunAt: Instant,
  begunBy: Name,
  /** Null while it is open. */
  end: z
    .object({ ending: z.enum(CHANGEOVER_ENDINGS), reason: z.string(), endedAt: Instant, endedBy: Name })
    .nullable(),
});
export type Changeover = z.infer<typeof Changeover>;

/** An open changeover, as the floor shows it. */
export const ChangeoverOnFloor = z.object({
  id: Id,
  setupName: Name,
  /** Who reported on it last, or began it. */
  by: Name,
  /** The step it has reached; null when only the end is left. */
  step: z.enum(CHANGEOVER_STEPS).nullable(),
  done: z.int(),
  of: z.int(),
});
export type ChangeoverOnFloor = z.infer<typeof ChangeoverOnFloor>;

/** The minutes of a step in the shop's own changeovers. */
export const StepTiming = z.object({
  valueId: z.enum(Object.keys(SHIPPED_VALUES) as [ValueId, ...ValueId[]]),
  count: z.int().min(1),
  meanMinutes: Minutes,
  sdMinutes: Minutes.nullable(),
});
export type StepTiming = z.infer<typeof StepTiming>;
