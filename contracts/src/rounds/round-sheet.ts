import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Day, ContentVersion, Id, Instant, Name, secret } from '../shared/index.js';

export const SKIP_REASONS = ['machine-busy', 'no-needle', 'no-time', 'needle-good', 'other'] as const;
export type SkipReason = (typeof SKIP_REASONS)[number];

export const TASK_STATES = ['open', 'done', 'skipped'] as const;

/** One change of a round. */
export const RoundTask = z.object({
  machineId: Id,
  machineName: Name,
  zoneName: Name,
  needle: NeedleChoice,
  /** The needle in the machine now: the one the change removes. */
  installId: Id,
  minutes: z.number(),
  state: z.enum(TASK_STATES),
  skipped: z.enum(SKIP_REASONS).nullable(),
});
export type RoundTask = z.infer<typeof RoundTask>;

/** A mechanic's work in a shift, in walking order. */
export const RoundSheet = z.object({
  personId: Id,
  personName: Name,
  shiftId: Id,
  shiftName: Name,
  day: Day,
  startsAt: Instant,
  endsAt: Instant,
  /** Including the walks between zones. */
  minutes: z.number(),
  tasks: z.array(RoundTask),
});
export type RoundSheet = z.infer<typeof RoundSheet>;

/** All published rounds, from the running shift on. */
export const PublishedRounds = z.object({
  version: ContentVersion,
  planId: Id.nullable(),
  publishedAt: Instant.nullable(),
  timeZone: z.string(),
  sheets: z.array(RoundSheet),
  /** Changes that no mechanic has the time or skill for, since minutes do not always divide the way people do. */
  leftOver: z.array(z.object({ machineName: Name, day: Day, shiftName: Name })),
});
export type PublishedRounds = z.infer<typeof PublishedRounds>;

export const TaskSkip = z.strictObject({
  machineId: Id,
  /** Start of the shift it was planned for. */
  startsAt: Instant,
  reason: z.enum(SKIP_REASONS),
  note: z.string().trim().max(200),
});
export type TaskSkip = z.infer<typeof TaskSkip>;

export const NOTICE_KINDS = [
  'stopped',
  'reported',
  'due',
  'may-run-out',
  'runs-out',
  'order-late',
  'left-over',
] as const;
/** Something that needs attention. `subject` is a machine or a needle kind, in words. */
export const RoundsNotice = z.object({
  kind: z.enum(NOTICE_KINDS),
  subject: z.string(),
  machineId: Id.nullable(),
  at: Instant.nullable(),
});
export type RoundsNotice = z.infer<typeof RoundsNotice>;

/** A calendar link: anyone who has it can read that person's rounds. */
export const CalendarLink = z.object({ path: secret(z.string()) });
