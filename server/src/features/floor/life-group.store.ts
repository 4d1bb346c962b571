import { QueryTypes } from 'sequelize';
import { effectiveGroup, type GroupRule } from '@gantelet/core';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { LifeGroupingRow } from '../../db/rows.js';

/** The lead's decisions on groups. */
export async function findGroupings(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<readonly LifeGroupingRow[]> {
  return plainRows(await tables.lifeGroupings.findAll({ transaction: tx }));
}

/** Makes other regroupings wait: two merges at once could form a circle that neither sees. */
export async function lockGroupings({ tables }: Database, tx: Transaction): Promise<void> {
  await tables.shop.findByPk(1, { transaction: tx, lock: true });
}

export async function findGroupRules(
  database: Database,
  tx: Transaction | null = null,
): Promise<readonly GroupRule[]> {
  return (await findGroupings(database, tx)).map(({ groupOfWork, mergedInto, splitBy }) => ({
    groupId: groupOfWork,
    mergedInto,
    splitBy,
  }));
}

/** How many needles the machines' work put into each group. */
export async function countGroupsOfWork(
  { sequelize }: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, number>> {
  const rows = await sequelize.query<{ groupOfWork: string; needles: number }>(
    `SELECT group_of_work AS groupOfWork, COUNT(*) AS needles FROM needle_installs
      WHERE group_of_work IS NOT NULL GROUP BY group_of_work`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return new Map(rows.map(({ groupOfWork, needles }) => [groupOfWork, Number(needles)]));
}

export async function writeGrouping(
  { tables }: Database,
  row: LifeGroupingRow,
  tx: Transaction,
): Promise<void> {
  await tables.lifeGroupings.upsert(row, { transaction: tx });
}

/** Reassigns every needle to the group that the rules now give it. */
export async function regroupNeedles(database: Database, tx: Transaction): Promise<void> {
  const { sequelize } = database;
  const rules = await findGroupRules(database, tx);
  const kinds = await sequelize.query<{
    groupOfWork: string;
    nm: number;
    finishId: string;
    lifeGroup: string;
  }>(
    `SELECT DISTINCT group_of_work AS groupOfWork, blade_nm AS nm, needle_finish AS finishId, life_group AS lifeGroup
       FROM needle_installs WHERE group_of_work IS NOT NULL`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  for (const kind of kinds) {
    const to = effectiveGroup(kind.groupOfWork, kind, rules);
    if (to === kind.lifeGroup) continue;
    await sequelize.query(
      `UPDATE needle_installs SET life_group = :to
        WHERE group_of_work = :groupOfWork AND blade_nm = :nm AND needle_finish = :finishId`,
      { type: QueryTypes.UPDATE, replacements: { ...kind, to }, transaction: tx },
    );
  }
}
