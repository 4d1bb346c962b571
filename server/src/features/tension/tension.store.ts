import { QueryTypes } from 'sequelize';
import type { BalancedSetting, LoggedSeam, TestSeamInput } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

/** Test seams of set-ups, oldest first, by set-up. */
export async function findSeams(
  { tables }: Database,
  setupIds: readonly string[],
): Promise<ReadonlyMap<string, readonly LoggedSeam[]>> {
  const where = { setupId: [...setupIds] };
  const rows = plainRows(await tables.testSeams.findAll({ where, order: ['sewnAt', 'id'] }));
  const people = plainRows(
    await tables.people.findAll({ where: { id: [...new Set(rows.map((r) => r.sewnById))] } }),
  );
  const names = new Map(people.map((person) => [person.id, person.name]));
  const found = new Map<string, LoggedSeam[]>(setupIds.map((id) => [id, []]));
  for (const { setupId, sewnById, sewnAt, bothTight, ...row } of rows) {
    const sewnBy = names.get(sewnById) ?? '';
    found.get(setupId)?.push({ ...row, bothTight: Boolean(bothTight), sewnAt: sewnAt.toISOString(), sewnBy });
  }
  return found;
}

/** The last balanced setting of every set-up that has one. */
export async function balancedSettings({ sequelize }: Database): Promise<BalancedSetting[]> {
  const rows = await sequelize.query<{ setup_id: string; turns: number; sewn_at: Date }>(
    `SELECT setup_id, turns, sewn_at FROM (
       SELECT setup_id, turns, sewn_at,
              ROW_NUMBER() OVER (PARTITION BY setup_id ORDER BY sewn_at DESC, id DESC) AS newest
         FROM test_seams WHERE grade = 'balanced' AND NOT both_tight) AS balanced
      WHERE newest = 1 ORDER BY setup_id`,
    { type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ setupId: row.setup_id, turns: row.turns, sewnAt: row.sewn_at.toISOString() }));
}

export async function insertSeam(
  { tables }: Database,
  id: string,
  setupId: string,
  { sewnAt, ...seam }: TestSeamInput,
  sewnById: string,
  tx: Transaction,
): Promise<void> {
  await tables.testSeams.create(
    { id, setupId, ...seam, sewnAt: new Date(sewnAt), sewnById },
    { transaction: tx },
  );
}
