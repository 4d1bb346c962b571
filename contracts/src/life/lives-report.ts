import * as z from 'zod';
import { MATERIAL_KINDS, POINT_FAMILIES, REMOVAL_CAUSES, SPLIT_BY } from '@gantelet/core';
import { MACHINE_CLASSES } from '../floor/index.js';
import { Job } from '../job/index.js';
import { Id, Instant, Name, Version } from '../shared/index.js';

/** A number that the data may leave unbounded: null means infinite. */
const Open = z.number().nullable();
const Hours = z.number().min(0);
const Interval = z.object({ low: Open, high: Open });
const NoFit = z.object({ why: z.enum(['no-failure', 'no-spread']) });
const Causes = z.record(z.enum(REMOVAL_CAUSES), z.int().min(0));

export const LifeGroup = z.object({
  material: z.enum(MATERIAL_KINDS),
  points: z.enum(POINT_FAMILIES),
  machineClass: z.enum(MACHINE_CLASSES),
  /** What a split group is split by, such as `nm-120`; null for a whole one. */
  part: z.string().max(40).nullable(),
});
export type LifeGroup = z.infer<typeof LifeGroup>;

export const GroupId = z
  .string()
  .max(80)
  .regex(/^[a-z]+\.[a-z]+\.[a-z-]+(~[a-z0-9-]+)?$/, 'material.points.machine-class, with ~part when split');
/** A group as determined by the work of its needles. */
export const GroupOfWork = z
  .string()
  .max(60)
  .regex(/^[a-z]+\.[a-z]+\.[a-z-]+$/, 'material.points.machine-class');

/** An interval that a fit has changed. */
export const IntervalChange = z.object({
  group: LifeGroup,
  hours: Hours,
  previousHours: Hours,
  changedAt: Instant,
});
export type IntervalChange = z.infer<typeof IntervalChange>;

/** The lead's decision on a group, and how many needles it has. */
export const Grouping = z.object({
  groupId: GroupOfWork,
  group: LifeGroup,
  needles: z.int().min(0),
  mergedInto: GroupOfWork.nullable(),
  splitBy: z.enum(SPLIT_BY).nullable(),
  /** 0 before any decision. */
  version: Version,
});
export type Grouping = z.infer<typeof Grouping>;

export const GroupingChange = z.strictObject({
  mergedInto: GroupOfWork.nullable(),
  splitBy: z.enum(SPLIT_BY).nullable(),
  version: Version,
});
export type GroupingChange = z.infer<typeof GroupingChange>;

const LotEvidence = z.object({
  lotId: Id,
  needles: z.int(),
  failures: z.int(),
  expected: z.number(),
  evidence: z.number(),
  bad: z.boolean(),
});

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

/** What the needles of one group show. */
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
  /** Each lot against the others; empty without a distribution. */
  lots: z.array(LotEvidence),
});
export type GroupReport = z.infer<typeof GroupReport>;

/** The lives of all needles, as fitted from one state of the records. */
export const LivesReport = z.object({
  /** Identifies the records and costs it was calculated from. */
  dataVersion: z.string(),
  fittedAt: Instant,
  groups: z.array(GroupReport),
});
export type LivesReport = z.infer<typeof LivesReport>;

export const LifeView = z.object({
  /** The present state of records and costs: if it differs from the report's, the report is outdated. */
  dataVersion: z.string(),
  /** Null before the first fit. */
  report: LivesReport.nullable(),
  /** The last fit requested. */
  job: Job.nullable(),
  machines: z.array(z.object({ id: Id, name: Name })),
  groupings: z.array(Grouping),
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
