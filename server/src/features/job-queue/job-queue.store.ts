import { Op, QueryTypes } from 'sequelize';
import type { QueuedJob, QueuedJobEnd, QueuedJobEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { QueuedJobRow } from '../../db/job-queue-rows.js';

/** A waiting job, without the time it has left. */
export type BareQueuedJob = Omit<QueuedJob, 'dueIn'>;

type NamedRow = Omit<QueuedJobRow, 'addedById' | 'place' | 'ending' | 'endedAt' | 'endedById'> & {
  readonly setupName: string;
  readonly addedBy: string;
};

/** The waiting jobs: by machine in their order, those without a machine last. */
export async function findWaiting(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<BareQueuedJob[]> {
  const rows = await sequelize.query<NamedRow>(
    `SELECT j.id, j.setup_id AS setupId, s.name AS setupName, j.pieces, j.sew_minutes AS sewMinutes, j.due_at AS dueAt, j.note,
            j.machine_id AS machineId, j.pinned, j.added_at AS addedAt, p.name AS addedBy
       FROM queued_jobs j JOIN setups s ON s.id = j.setup_id JOIN people p ON p.id = j.added_by_id
      WHERE j.ending IS NULL ORDER BY j.machine_id IS NULL, j.machine_id, j.place, j.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return rows.map(({ dueAt, addedAt, pinned, ...row }) => ({
    ...row,
    dueAt: dueAt?.toISOString() ?? null,
    pinned: Boolean(pinned),
    addedAt: addedAt.toISOString(),
  }));
}

/** Ids of the waiting jobs, locked until the transaction ends: none is added or removed meanwhile. */
export async function lockWaiting({ sequelize }: Database, tx: Transaction): Promise<readonly string[]> {
  const rows = await sequelize.query<{ id: string }>(
    'SELECT id FROM queued_jobs WHERE ending IS NULL ORDER BY id FOR UPDATE',
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return rows.map(({ id }) => id);
}

export async function setupExists({ tables }: Database, id: string, tx: Transaction): Promise<boolean> {
  return (await tables.setups.count({ where: { id }, transaction: tx })) > 0;
}

export async function countMachines(
  { tables }: Database,
  ids: readonly string[],
  tx: Transaction,
): Promise<number> {
  return tables.machines.count({
    where: { id: { [Op.in]: [...ids] }, retiredAt: null },
    transaction: tx,
  });
}

export async function insertJob(
  { tables }: Database,
  id: string,
  { dueAt, ...entry }: QueuedJobEntry,
  addedById: string,
  addedAt: Date,
  place: number,
  tx: Transaction,
): Promise<void> {
  const waits = { machineId: null, place, pinned: false, ending: null, endedAt: null, endedById: null };
  const row = { id, ...entry, dueAt: dueAt === null ? null : new Date(dueAt), addedAt, addedById, ...waits };
  await tables.queuedJobs.create(row, { transaction: tx });
}

export async function updateJob(
  { tables }: Database,
  id: string,
  { dueAt, ...entry }: QueuedJobEntry,
  tx: Transaction,
): Promise<void> {
  const change = { ...entry, dueAt: dueAt === null ? null : new Date(dueAt) };
  await tables.queuedJobs.update(change, { where: { id }, transaction: tx });
}

export async function endJob(
  { tables }: Database,
  id: string,
  { ending }: QueuedJobEnd,
  endedById: string,
  endedAt: Date,
  tx: Transaction,
): Promise<void> {
  await tables.queuedJobs.update({ ending, endedAt, endedById }, { where: { id }, transaction: tx });
}

/** A job's place. */
export interface JobPlace {
  readonly id: string;
  readonly machineId: string | null;
  readonly place: number;
  readonly pinned: boolean;
}

export async function placeJob(
  { tables }: Database,
  { id, ...place }: JobPlace,
  tx: Transaction,
): Promise<void> {
  await tables.queuedJobs.update(place, { where: { id }, transaction: tx });
}

/** Leaves a machine's waiting jobs without a machine. */
export async function unplaceJobs({ tables }: Database, machineId: string, tx: Transaction): Promise<void> {
  await tables.queuedJobs.update(
    { machineId: null, pinned: false },
    { where: { machineId, ending: null }, transaction: tx },
  );
}
