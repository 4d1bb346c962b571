import * as z from 'zod';
import { Id, Instant, Line, Name } from '../shared/index.js';

/** How many jobs may wait at once. */
export const MOST_WAITING = 300;
const SewMinutes = z.number().positive().max(20_000);

/** Work to be sewn: a saved set-up, how long it takes and when it is due. */
export const QueuedJobEntry = z.strictObject({
  setupId: Id,
  pieces: z.int().min(1).max(1_000_000).nullable().default(null),
  sewMinutes: SewMinutes,
  /** Null if it has no due date. */
  dueAt: Instant.nullable().default(null),
  note: Line(120).default(''),
});
export type QueuedJobEntry = z.infer<typeof QueuedJobEntry>;

/** A waiting job. */
export const QueuedJob = z.object({
  id: Id,
  setupId: Id,
  setupName: Name,
  pieces: z.int().nullable(),
  sewMinutes: SewMinutes,
  dueAt: Instant.nullable(),
  note: z.string(),
  /** The machine for it; null until one is chosen. */
  machineId: Id.nullable(),
  /** It stays on that machine when the order is recalculated. */
  pinned: z.boolean(),
  addedAt: Instant,
  addedBy: Name,
  /** Working minutes until it is due, by zone; below 0 if overdue. Empty without a due date. */
  dueIn: z.array(z.object({ zoneId: Id, minutes: z.number() })),
});
export type QueuedJob = z.infer<typeof QueuedJob>;

/** Waiting jobs: by machine in the order they are to be sewn, unplaced ones last. */
export const JobQueue = z.object({ readAt: Instant, jobs: z.array(QueuedJob) });
export type JobQueue = z.infer<typeof JobQueue>;

/** Every waiting job in its place. */
export const JobQueueOrder = z
  .strictObject({
    lanes: z
      .array(
        z.strictObject({
          machineId: Id,
          jobs: z.array(z.strictObject({ id: Id, pinned: z.boolean() })).max(MOST_WAITING),
        }),
      )
      .max(2000),
    unplaced: z.array(Id).max(MOST_WAITING),
  })
  .refine(
    ({ lanes, unplaced }) => {
      const ids = [...lanes.flatMap(({ jobs }) => jobs.map(({ id }) => id)), ...unplaced];
      return new Set(ids).size === ids.length;
    },
    { path: ['lanes'], error: 'each job once' },
  )
  .refine(({ lanes }) => new Set(lanes.map(({ machineId }) => machineId)).size === lanes.length, {
    path: ['lanes'],
    error: 'each machine once',
  });
export type JobQueueOrder = z.infer<typeof JobQueueOrder>;

/** A job leaves the queue. */
export const QueuedJobEnd = z.strictObject({ ending: z.enum(['sewn', 'dropped']) });
export type QueuedJobEnd = z.infer<typeof QueuedJobEnd>;
