import { QueryTypes } from 'sequelize';
import { ProblemError, type Job } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../db/database.js';
import type { JobRow } from '../db/rows.js';

/** How long a runner's lease lasts after its last renewal; then another may take the job. */
const LEASE_S = 8;
/** A job that took its server down this often is not tried again. */
const MOST_TRIES = 3;

/** @throws ProblemError `job.unknown` */
export async function readJob(database: Database, id: string, tx: Transaction | null = null): Promise<Job> {
  const row = (await database.tables.jobs.findByPk(id, { transaction: tx }))?.get({ plain: true });
  if (!row) throw new ProblemError('job.unknown');
  return jobOf(database, row, tx);
}

/** The job of a kind that was requested last, or null. */
export async function lastJob(database: Database, kind: JobRow['kind']): Promise<Job | null> {
  const [row] = plainRows(
    await database.tables.jobs.findAll({
      where: { kind },
      attributes: { exclude: ['result'] },
      order: [['askedAt', 'DESC']],
      limit: 1,
    }),
  );
  return row ? jobOf(database, row, null) : null;
}

/** The result of the job of a kind that was completed last, or null. */
export async function lastResult({ tables }: Database, kind: JobRow['kind']): Promise<unknown> {
  const [row] = plainRows(
    await tables.jobs.findAll({ where: { kind, state: 'done' }, order: [['finishedAt', 'DESC']], limit: 1 }),
  );
  return row?.result === undefined || row.result === null ? null : (JSON.parse(row.result) as unknown);
}

/**
 * Queues a job under the key it was requested with; one of its kind that is already waiting or running serves
 * instead.
 */
export async function queueJob(
  database: Database,
  id: string,
  kind: JobRow['kind'],
  askedById: string,
  now: Date,
  tx: Transaction,
  ask: unknown = null,
): Promise<Job> {
  const open = await database.tables.jobs.findOne({
    where: { kind, state: ['queued', 'running'] },
    transaction: tx,
    lock: true,
  });
  if (open) return jobOf(database, open.get({ plain: true }), tx);
  const row: JobRow = {
    id,
    kind,
    state: 'queued',
    progress: 0,
    ask: ask === null ? null : JSON.stringify(ask),
    result: null,
    tries: 0,
    claimedBy: null,
    claimedUntil: null,
    askedAt: now,
    askedById,
    finishedAt: null,
  };
  await database.tables.jobs.create(row, { transaction: tx });
  return jobOf(database, row, tx);
}

/** Stops a waiting or running job. @throws ProblemError `job.over` */
export async function cancelJob(database: Database, id: string, now: Date, tx: Transaction): Promise<Job> {
  await readJob(database, id, tx);
  const [changed] = await database.tables.jobs.update(
    { state: 'cancelled', finishedAt: now },
    { where: { id, state: ['queued', 'running'] }, transaction: tx },
  );
  if (changed === 0) throw new ProblemError('job.over');
  return readJob(database, id, tx);
}

/** What a runner needs to know about the job it took. */
export type ClaimedJob = Pick<JobRow, 'id' | 'kind' | 'ask' | 'askedById'>;

/**
 * Takes the oldest job of some kinds that is waiting or whose lease has expired: no two runners get the same one. A
 * job that took its server down too often is given up.
 */
export function claimJob(
  { sequelize, transaction }: Database,
  runnerId: string,
  kinds: readonly JobRow['kind'][],
): Promise<ClaimedJob | null> {
  return transaction(async (tx) => {
    const [row] = await sequelize.query<ClaimedJob & { readonly tries: number }>(
      `SELECT id, kind, ask, asked_by_id AS askedById, tries FROM jobs
        WHERE kind IN (:kinds) AND (state = 'queued' OR (state = 'running' AND claimed_until < UTC_TIMESTAMP(6)))
        ORDER BY asked_at LIMIT 1 FOR UPDATE SKIP LOCKED`,
      { type: QueryTypes.SELECT, replacements: { kinds }, transaction: tx },
    );
    if (!row) return null;
    const givenUp = row.tries >= MOST_TRIES;
    await sequelize.query(
      givenUp
        ? `UPDATE jobs SET state = 'failed', finished_at = UTC_TIMESTAMP(6) WHERE id = :id`
        : `UPDATE jobs SET state = 'running', tries = tries + 1, claimed_by = :runnerId,
             claimed_until = UTC_TIMESTAMP(6) + INTERVAL ${LEASE_S} SECOND WHERE id = :id`,
      { type: QueryTypes.UPDATE, replacements: { id: row.id, runnerId }, transaction: tx },
    );
    return givenUp ? null : row;
  });
}

/**
 * Renews a job's lease and records its progress. False when it is no longer this runner's: cancelled, or taken over.
 */
export async function renewLease(
  { sequelize }: Database,
  id: string,
  runnerId: string,
  progress: number,
): Promise<boolean> {
  const [, changed] = await sequelize.query(
    `UPDATE jobs SET progress = :progress, claimed_until = UTC_TIMESTAMP(6) + INTERVAL ${LEASE_S} SECOND
      WHERE id = :id AND claimed_by = :runnerId AND state = 'running'`,
    { type: QueryTypes.UPDATE, replacements: { id, runnerId, progress } },
  );
  return changed === 1;
}

/** Deletes the results of earlier jobs of a kind: only the last is read. */
export async function dropOlderResults(
  { sequelize }: Database,
  { id, kind }: Pick<JobRow, 'id' | 'kind'>,
  tx: Transaction,
): Promise<void> {
  await sequelize.query(
    'UPDATE jobs SET result = NULL WHERE kind = :kind AND id <> :id AND result IS NOT NULL',
    {
      type: QueryTypes.UPDATE,
      replacements: { id, kind },
      transaction: tx,
    },
  );
}

/** Ends a job that is still this runner's, with its result or, null, as failed. False when it is not. */
export async function finishJob(
  { sequelize }: Database,
  id: string,
  runnerId: string,
  result: unknown,
  tx: Transaction | null,
): Promise<boolean> {
  const done = result !== null;
  const [, changed] = await sequelize.query(
    `UPDATE jobs SET state = :state, progress = IF(:done, 1, progress), result = :result,
            finished_at = UTC_TIMESTAMP(6)
      WHERE id = :id AND claimed_by = :runnerId AND state = 'running'`,
    {
      type: QueryTypes.UPDATE,
      replacements: {
        id,
        runnerId,
        done,
        state: done ? 'done' : 'failed',
        result: done ? JSON.stringify(result) : null,
      },
      transaction: tx,
    },
  );
  return changed === 1;
}

async function jobOf({ tables }: Database, row: JobRow, tx: Transaction | null): Promise<Job> {
  const person = await tables.people.findByPk(row.askedById, { transaction: tx });
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    progress: row.progress,
    askedBy: person?.get('name') as string,
    askedAt: row.askedAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  };
}
