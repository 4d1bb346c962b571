import { QueryTypes } from 'sequelize';
import type { Delivery } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import { standing } from '../../db/withdrawn.js';
import { lastCounts } from './store-item.store.js';

/** How a set-up uses thread. */
export interface SeamColumns {
  readonly stitchLengthMm: number;
  readonly stackMm: number;
  readonly tex: number;
  readonly constructionId: string;
  /** Null if the machine's speed is not recorded. */
  readonly speedSpm: number | null;
}

/** What a machine sewed of a stored thread on one set-up, with needles that have been removed since. */
export interface ThreadStretch extends SeamColumns {
  readonly itemId: string;
  /** Running hours within the look-back, and since the last count. */
  readonly hoursWithin: number;
  readonly hoursSinceCount: number;
}

/** A stretch in which a machine was set up for a stored thread, with its present needle. */
export interface PresentStretch extends SeamColumns {
  readonly itemId: string;
  readonly machineId: string;
  readonly zoneId: string;
  readonly fromAt: Date;
  readonly toAt: Date;
  readonly countedAt: Date;
}

const SEAM = `u.stitch_length_mm AS stitchLengthMm, u.thread_tex AS tex, u.thread_construction AS constructionId,
  (SELECT SUM(y.thickness_mm * y.plies) FROM setup_layers y WHERE y.setup_id = u.id) AS stackMm,
  m.speed_in_use_spm AS speedSpm`;

/**
 * The time that a machine was set up for each job while a needle was in it. A needle is installed for one set-up; if
 * the machine was set up for another meanwhile, the rest of its time was sewn on that.
 *
 * @param stays a query of stays: id, machine_id, setup_id, installed_at, removed_at, hours
 */
const stretchesOf = (stays: string): string => `WITH stays AS (${stays}), starts AS (
    SELECT s.*, s.installed_at AS from_at FROM stays s
    UNION ALL
    SELECT s.id, s.machine_id, x.setup_id, s.installed_at, s.removed_at, s.hours, x.set_at
      FROM stays s JOIN machine_setups x ON x.machine_id = s.machine_id
       AND x.set_at > s.installed_at AND x.set_at < s.removed_at
  ), stretches AS (
    SELECT t.*, COALESCE(LEAD(from_at) OVER (PARTITION BY id ORDER BY from_at), removed_at) AS to_at,
           TIMESTAMPDIFF(MICROSECOND, installed_at, removed_at) AS lasted
      FROM starts t
  )`;

/** Share of a needle's time that a stretch covers after an instant. */
const shareAfter = (since: string): string =>
  `GREATEST(0, TIMESTAMPDIFF(MICROSECOND, GREATEST(t.from_at, ${since}), t.to_at)) / t.lasted`;

const COUNTED = lastCounts('thread', 's.tex, s.construction_id');
const OF_THREADS = `FROM stretches t JOIN setups u ON u.id = t.setup_id JOIN machines m ON m.id = t.machine_id
       JOIN (${COUNTED}) k ON k.tex = u.thread_tex AND k.construction_id = u.thread_construction
      WHERE t.lasted > 0`;

/**
 * What machines sewed of each stored thread with needles that are out now, by set-up and machine: since an instant,
 * and since its last count.
 */
export async function threadStretches(
  { sequelize }: Database,
  since: Date,
  tx: Transaction | null = null,
): Promise<readonly ThreadStretch[]> {
  const [first] = await sequelize.query<{ at: Date | null }>(
    `SELECT LEAST(:since, MIN(counted_at)) AS at FROM (${COUNTED}) k`,
    { type: QueryTypes.SELECT, replacements: { since }, transaction: tx },
  );
  if (!first?.at) return [];
  return sequelize.query<ThreadStretch>(
    `${stretchesOf(`SELECT i.id, i.machine_id, i.setup_id, i.installed_at, r.removed_at,
              GREATEST(0, r.running_hours - i.entry_hours) AS hours
         FROM needle_removals r JOIN needle_installs i ON i.id = r.install_id WHERE r.removed_at > :earliest`)}
     SELECT k.id AS itemId, ${SEAM}, SUM(t.hours * ${shareAfter(':since')}) AS hoursWithin,
            SUM(t.hours * ${shareAfter('k.counted_at')}) AS hoursSinceCount
       ${OF_THREADS} GROUP BY k.id, u.id, m.id`,
    { type: QueryTypes.SELECT, replacements: { since, earliest: new Date(first.at) }, transaction: tx },
  );
}

/** The stretches in which machines have been set up for each stored thread since their needles were installed. */
export async function presentStretches(
  { sequelize }: Database,
  since: Date,
  now: Date,
  tx: Transaction | null = null,
): Promise<readonly PresentStretch[]> {
  const rows = await sequelize.query<PresentStretch>(
    `${stretchesOf(`SELECT i.id, i.machine_id, i.setup_id, i.installed_at, :now AS removed_at, NULL AS hours
         FROM machines m JOIN needle_installs i ON i.id = m.present_install_id WHERE m.retired_at IS NULL`)}
     SELECT k.id AS itemId, m.id AS machineId, m.zone_id AS zoneId, ${SEAM}, t.from_at AS fromAt, t.to_at AS toAt,
            k.counted_at AS countedAt ${OF_THREADS}`,
    { type: QueryTypes.SELECT, replacements: { since, now }, transaction: tx },
  );
  return rows.map(({ fromAt, toAt, countedAt, ...row }) => ({
    ...row,
    fromAt: new Date(fromAt),
    toAt: new Date(toAt),
    countedAt: new Date(countedAt),
  }));
}

/** A waiting job, as it uses thread. */
export interface WaitingSeam extends SeamColumns {
  readonly jobId: string;
  readonly setupName: string;
  readonly sewMinutes: number;
  /** Zone of the machine it is to be sewn on; until one is chosen, of the machine of its set-up. */
  readonly zoneId: string;
}

/** The waiting jobs, each with the thread of its set-up. */
export async function waitingSeams(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<readonly WaitingSeam[]> {
  return sequelize.query<WaitingSeam>(
    `SELECT j.id AS jobId, u.name AS setupName, j.sew_minutes AS sewMinutes, m.zone_id AS zoneId, ${SEAM}
       FROM queued_jobs j JOIN setups u ON u.id = j.setup_id JOIN machines m ON m.id = COALESCE(j.machine_id, u.machine_id)
      WHERE j.ending IS NULL ORDER BY j.id`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
}

/** Deliveries of each item that has a shelf life, by item. */
export async function deliveriesOf(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly Delivery[]>> {
  const rows = await sequelize.query<{ itemId: string; quantity: number; movedAt: Date }>(
    `SELECT m.item_id AS itemId, m.quantity, m.moved_at AS movedAt
       FROM store_moves m JOIN store_items s ON s.id = m.item_id
      WHERE m.kind = 'receive' AND s.shelf_months IS NOT NULL AND ${standing('m')}`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  const byItem = new Map<string, Delivery[]>();
  for (const { itemId, quantity, movedAt } of rows)
    byItem.set(itemId, [...(byItem.get(itemId) ?? []), { quantity, atMs: movedAt.getTime() }]);
  return byItem;
}
