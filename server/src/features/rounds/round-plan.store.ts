import { Op, QueryTypes } from 'sequelize';
import type { RemovalCause } from '@gantelet/core';
import { versionOfContent } from '../../http/version-watch.js';
import { ProblemError, type Person } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { RoundPlanRow, RoundSkipRow } from '../../db/rounds-rows.js';
import type { PlanDocument } from './plan-document.js';

/** A plan as it is stored. */
export interface KeptPlan extends Omit<RoundPlanRow, 'plan'> {
  readonly document: PlanDocument;
}

/** A machine's present needle, and its changes since the plan was made, in order. */
export interface NeedlesNow {
  readonly installId: string | null;
  readonly changes: readonly { readonly atMs: number; readonly planned: boolean }[];
}

/** The plan made or published last; null before there is one. */
export async function findPlan(
  { tables }: Database,
  which: 'last' | 'published',
  tx: Transaction | null = null,
): Promise<KeptPlan | null> {
  const [row] = plainRows(
    await tables.roundPlans.findAll({
      order: [[which === 'last' ? 'madeAt' : 'publishedAt', 'DESC']],
      limit: 1,
      transaction: tx,
    }),
  );
  return row && (which === 'last' || row.publishedAt !== null) ? kept(row) : null;
}

/** A version that changes whenever another plan is published, or a task is done or skipped. */
export async function publishedVersion({ sequelize }: Database): Promise<string> {
  const [row] = await sequelize.query<Record<string, unknown>>(
    `SELECT (SELECT CONCAT_WS(' ', id, version) FROM round_plans WHERE published_at IS NOT NULL ORDER BY published_at DESC LIMIT 1)
              AS plan,
            (SELECT MAX(id) FROM round_skips) AS skips, (SELECT MAX(id) FROM needle_installs) AS installs,
            (SELECT MAX(id) FROM undone_changes) AS undone`,
    { type: QueryTypes.SELECT },
  );
  return versionOfContent(row);
}

/** @throws ProblemError `plan.unknown` */
export async function findPlanById(database: Database, id: string): Promise<KeptPlan> {
  const row = (await database.tables.roundPlans.findByPk(id))?.get({ plain: true });
  if (!row) throw new ProblemError('plan.unknown');
  return kept(row);
}

/**
 * The last plan, locked until the transaction ends so that it can be changed.
 *
 * @throws ProblemError `plan.unknown`, `plan.old`, `version.stale`
 */
export async function lockPlan(
  database: Database,
  id: string,
  version: number,
  tx: Transaction,
): Promise<KeptPlan> {
  const row = (await database.tables.roundPlans.findByPk(id, { transaction: tx, lock: true }))?.get({
    plain: true,
  });
  if (!row) throw new ProblemError('plan.unknown');
  const newer = await database.tables.roundPlans.count({
    where: { madeAt: { [Op.gt]: row.madeAt } },
    transaction: tx,
  });
  if (newer > 0) throw new ProblemError('plan.old');
  if (row.version !== version)
    throw new ProblemError('version.stale', { sent: version, current: { id, version: row.version } });
  return kept(row);
}

/** Stores a new plan and deletes older ones that were never published. */
export async function insertPlan({ tables }: Database, row: KeptPlan, tx: Transaction): Promise<void> {
  await tables.roundPlans.destroy({ where: { publishedAt: null }, transaction: tx });
  const { document, ...columns } = row;
  await tables.roundPlans.create({ ...columns, plan: JSON.stringify(document) }, { transaction: tx });
}

/** Replaces a plan's previous version. */
export async function updatePlan(
  { tables }: Database,
  { id, version }: Pick<KeptPlan, 'id' | 'version'>,
  document: PlanDocument,
  tx: Transaction,
): Promise<void> {
  await tables.roundPlans.update(
    { version: version + 1, plan: JSON.stringify(document) },
    { where: { id }, transaction: tx },
  );
}

export async function markPublished(
  { tables }: Database,
  { id, version }: Pick<KeptPlan, 'id' | 'version'>,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<void> {
  await tables.roundPlans.update(
    { version: version + 1, publishedAt: now, publishedById: person.id },
    { where: { id }, transaction: tx },
  );
}

/** What was skipped since an instant, in order. */
export async function findSkips({ tables }: Database, since: Date): Promise<readonly RoundSkipRow[]> {
  const where = { skippedAt: { [Op.gte]: since } };
  return plainRows(await tables.roundSkips.findAll({ where, order: [['skippedAt', 'ASC']] }));
}

export async function insertSkip({ tables }: Database, row: RoundSkipRow, tx: Transaction): Promise<void> {
  await tables.roundSkips.create(row, { transaction: tx });
}

/** The needle in every machine, and how needles were changed since a plan was made. */
export async function needlesNow(
  { sequelize }: Database,
  madeAt: Date,
): Promise<ReadonlyMap<string, NeedlesNow>> {
  const machines = await sequelize.query<{ id: string; installId: string | null }>(
    'SELECT id, present_install_id AS installId FROM machines',
    { type: QueryTypes.SELECT },
  );
  const removals = await sequelize.query<{ machineId: string; removedAt: Date; cause: RemovalCause }>(
    `SELECT machine_id AS machineId, removed_at AS removedAt, cause FROM needle_removals
      WHERE removed_at >= :madeAt ORDER BY removed_at`,
    { type: QueryTypes.SELECT, replacements: { madeAt } },
  );
  const changes = new Map<string, NeedlesNow['changes'][number][]>();
  for (const { machineId, removedAt, cause } of removals) {
    const change = { atMs: removedAt.getTime(), planned: cause === 'scheduled' };
    changes.set(machineId, [...(changes.get(machineId) ?? []), change]);
  }
  return new Map(machines.map(({ id, installId }) => [id, { installId, changes: changes.get(id) ?? [] }]));
}

function kept({ plan, ...row }: RoundPlanRow): KeptPlan {
  return { ...row, document: JSON.parse(plan) as PlanDocument };
}
