import { QueryTypes } from 'sequelize';
import type { ShopValueEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { ShopValueRow } from '../../db/rows.js';

interface EntryRow {
  readonly id: string;
  readonly value_id: string;
  readonly value: number | null;
  readonly standing: ShopValueEntry['standing'];
  readonly note: string;
  readonly set_at: Date;
  readonly set_by: string;
}

/** The history of the shop's values, oldest first; of a single value when one is named. */
export async function readShopValues(
  { sequelize }: Database,
  tx: Transaction | null = null,
  valueId: string | null = null,
): Promise<ShopValueEntry[]> {
  const rows = await sequelize.query<EntryRow>(
    `SELECT v.id, v.value_id, v.value, v.standing, v.note, v.set_at, p.name AS set_by
       FROM shop_values v JOIN people p ON p.id = v.set_by_id
      ${valueId === null ? '' : 'WHERE v.value_id = :valueId'}
      ORDER BY v.set_at, v.position`,
    { type: QueryTypes.SELECT, replacements: { valueId }, transaction: tx },
  );
  return rows.map((row) => ({
    id: row.id,
    valueId: row.value_id,
    value: row.value,
    standing: row.standing,
    note: row.note,
    setAt: row.set_at.toISOString(),
    setBy: row.set_by,
  }));
}

export async function insertShopValue(
  { tables }: Database,
  row: ShopValueRow,
  tx: Transaction,
): Promise<void> {
  await tables.shopValues.create(row, { transaction: tx });
}
