import * as z from 'zod';
import { MATERIAL_KINDS, POINT_FAMILIES, REMOVAL_CAUSES } from '@gantelet/core';
import { MACHINE_CLASSES } from '../floor/index.js';
import { Job } from '../job/index.js';
import { Id, Instant, Name } from '../shared/index.js';

/** A number that the data may leave open: null is without end. */
const Open = z.number().nullable();
const Hours = z.number().min(0);
const Interval = z.object({ low: Open, high: Open });
const NoFit = z.object({ why: z.enum(['no-failure', 'no-spread']) });
const Causes = z.record(z.enum(REMOVAL_CAUSES), z.int().min(0));

export const LifeGroup = z.object({
  material: z.enum(MATERIAL_KINDS),
  points: z.enum(POINT_FAMILIES),
  machineClass: z.enum(MACHINE_CLASSES),
});
export type LifeGroup = z.infer<typeof LifeGroup>;

export const GroupId = z.string().regex(/^[a-z]+\.[a-z]+\.[a-z-]+$/, 'material.points.machine-class');

const SurvivalStep = z.object({
  hours: Hours,
  failed: z.int(),
  atRisk: z.int(),
  survival: z.number(),
  standardError: z.number(),
  low: z.number(),
  high: z.number(),
});

const WeibullFit = z.object({
  shape: z.number(),
  scaleHours: Hours,
  failures: z.int(),
  records: z.int(),
  logLikelihood: z.number(),
  seLnShape: z.number(),
  seLnScale: z.number(),
});

const PooledLives = z.object({
  shape: z.number(),
  shapeLimits: Interval,
  scaleHours: Hours,
  spread: z.number(),
  failures: z.int(),
  machines: z.array(z.object({ machineId: Id, failures: z.int(), scaleHours: Hours, scaleLimits: Interval })),
});

const Advised = z.object({
  do: z.enum(['interval', 'run-to-failure']),
  intervalHours: Open,
  because: z.enum(['cheapest', 'does-not-wear', 'failure-costs-no-more', 'saves-too-little']),
  costPerHour: z.number(),
  runToFailurePerHour: z.number(),
  window: z.object({ fromHours: Hours, toHours: Open }).nullable(),
  others: z.object({
    flat: z.object({ hours: Hours, costPerHour: z.number() }),
    asDone: z.object({ hours: Hours, costPerHour: z.number() }).nullable(),
  }),
  sensitivity: z.array(
    z.object({ of: z.enum(['wear-cost', 'shape', 'scale']), times: z.number(), intervalHours: Open }),
  ),
});

const TooLittle = z.object({
  do: z.literal('too-little'),
  failures: z.int(),
  wanted: z.int(),
  scaleAtLeastHours: Open,
});

/** What the needles of one group say. */
export const GroupReport = z.object({
  group: LifeGroup,
  costs: z.object({ planned: z.number(), wear: z.number(), accident: z.number() }),
  needles: z.int(),
  hours: Hours,
  causes: Causes,
  stillIn: z.int(),
  survival: z.array(SurvivalStep),
  fit: z.union([WeibullFit, NoFit]),
  limits: z.object({ shape: Interval, scaleHours: Interval }).nullable(),
  pooled: z.union([PooledLives, NoFit]),
  accidents: z.object({ count: z.int(), hours: Hours, perHour: z.number(), limits: Interval }).nullable(),
  advice: z.union([Advised, TooLittle]),
});
export type GroupReport = z.infer<typeof GroupReport>;

/** The lives of all needles, as they were worked out from one state of the records. */
export const LivesReport = z.object({
  /** Names the records and costs it was worked out from. */
  dataVersion: z.string(),
  fittedAt: Instant,
  groups: z.array(GroupReport),
});
export type LivesReport = z.infer<typeof LivesReport>;

export const LifeView = z.object({
  /** What the records and costs are now: another than the report's means that the report is old. */
  dataVersion: z.string(),
  /** Null before the first fit. */
  report: LivesReport.nullable(),
  /** The last fit that was asked for. */
  job: Job.nullable(),
  machines: z.array(z.object({ id: Id, name: Name })),
});
export type LifeView = z.infer<typeof LifeView>;

/** One needle's stay in one machine. */
export const NeedleEndRow = z.object({
  machineId: Id,
  entryHours: Hours,
  hours: Hours,
  cause: z.enum(REMOVAL_CAUSES).nullable(),
});
export type NeedleEndRow = z.infer<typeof NeedleEndRow>;
