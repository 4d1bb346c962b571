import { shiftClock } from '@gantelet/core';
import {
  MOST_WAITING,
  ProblemError,
  type JobQueue,
  type JobQueueOrder,
  type QueuedJob,
  type QueuedJobEnd,
  type QueuedJobEntry,
  type Person,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { readShopTimes } from '../shop/index.js';
import {
  countMachines,
  endJob,
  findWaiting,
  insertJob,
  lockWaiting,
  placeJob,
  setupExists,
  updateJob,
} from './job-queue.store.js';

/** The waiting jobs, with the working minutes left until each is due. */
export async function readJobQueue(
  database: Database,
  now: Date,
  tx: Transaction | null = null,
): Promise<JobQueue> {
  const [jobs, times] = await Promise.all([findWaiting(database, tx), readShopTimes(database, tx)]);
  if (!times) throw new ProblemError('server.fault');
  const offset = zoneOffset(times.timeZone);
  const clocks = new Map(
    [...times.zones].map(([zoneId, { shifts }]) => [zoneId, shiftClock(shifts, offset)]),
  );
  const dueIn = (dueAt: string | null): QueuedJob['dueIn'] => {
    if (dueAt === null) return [];
    const [dueMs, nowMs] = [Date.parse(dueAt), now.getTime()];
    return [...clocks].map(([zoneId, hoursBetween]) => ({
      zoneId,
      minutes: 60 * (dueMs < nowMs ? -hoursBetween(dueMs, nowMs) : hoursBetween(nowMs, dueMs)),
    }));
  };
  return { readAt: now.toISOString(), jobs: jobs.map((job) => ({ ...job, dueIn: dueIn(job.dueAt) })) };
}

/** @throws ProblemError `setup.unknown`, `queue.full` */
export async function queueJob(
  database: Database,
  id: string,
  entry: QueuedJobEntry,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<JobQueue> {
  await requireSetup(database, entry.setupId, tx);
  const waiting = await lockWaiting(database, tx);
  if (waiting.length >= MOST_WAITING) throw new ProblemError('queue.full', { most: String(MOST_WAITING) });
  await insertJob(database, id, entry, person.id, now, waiting.length, tx);
  return readJobQueue(database, now, tx);
}

/** @throws ProblemError `setup.unknown`, `queue.gone` */
export async function reviseQueuedJob(
  database: Database,
  id: string,
  entry: QueuedJobEntry,
  now: Date,
  tx: Transaction,
): Promise<JobQueue> {
  await requireSetup(database, entry.setupId, tx);
  await requireWaiting(database, id, tx);
  await updateJob(database, id, entry, tx);
  return readJobQueue(database, now, tx);
}

/** @throws ProblemError `queue.gone` */
export async function endQueuedJob(
  database: Database,
  id: string,
  end: QueuedJobEnd,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<JobQueue> {
  await requireWaiting(database, id, tx);
  await endJob(database, id, end, person.id, now, tx);
  return readJobQueue(database, now, tx);
}

/**
 * Puts every waiting job in its place. An order that lists a different set of jobs was made from an outdated queue.
 *
 * @throws ProblemError `machine.unknown`, `queue.moved-on`
 */
export async function orderJobQueue(
  database: Database,
  { lanes, unplaced }: JobQueueOrder,
  now: Date,
  tx: Transaction,
): Promise<JobQueue> {
  const waiting = new Set(await lockWaiting(database, tx));
  const places = [
    ...lanes.flatMap(({ machineId, jobs }) => jobs.map((job, place) => ({ ...job, machineId, place }))),
    ...unplaced.map((id, place) => ({ id, machineId: null, place, pinned: false })),
  ];
  if (places.length !== waiting.size || places.some(({ id }) => !waiting.has(id)))
    throw new ProblemError('queue.moved-on');
  const machineIds = lanes.map(({ machineId }) => machineId);
  if ((await countMachines(database, machineIds, tx)) !== machineIds.length)
    throw new ProblemError('machine.unknown');
  for (const place of places) await placeJob(database, place, tx);
  return readJobQueue(database, now, tx);
}

async function requireSetup(database: Database, setupId: string, tx: Transaction): Promise<void> {
  if (!(await setupExists(database, setupId, tx))) throw new ProblemError('setup.unknown');
}

async function requireWaiting(database: Database, id: string, tx: Transaction): Promise<void> {
  if (!(await lockWaiting(database, tx)).includes(id)) throw new ProblemError('queue.gone');
}
