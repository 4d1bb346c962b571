import { Op } from 'sequelize';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { PieceCountRow, WorkLookRow } from '../../db/rows.js';

export async function insertLook({ tables }: Database, row: WorkLookRow, tx: Transaction): Promise<void> {
  await tables.workLooks.create(row, { transaction: tx });
}

export async function insertPieces({ tables }: Database, row: PieceCountRow, tx: Transaction): Promise<void> {
  await tables.pieceCounts.create(row, { transaction: tx });
}

/** Whether pieces are written down for any of a span of time. */
export async function hasPieces(
  { tables }: Database,
  machineId: string,
  { fromAt, toAt }: Pick<PieceCountRow, 'fromAt' | 'toAt'>,
  tx: Transaction,
): Promise<boolean> {
  const where = { machineId, fromAt: { [Op.lt]: toAt }, toAt: { [Op.gt]: fromAt } };
  return (await tables.pieceCounts.count({ where, transaction: tx })) > 0;
}

/** Pieces since the needle in each machine went in, or in one, by machine. */
export async function findPieces(
  { tables, sequelize }: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly PieceCountRow[]>> {
  const machine = only === null ? '' : 'AND m.id = :only';
  const ids = sequelize.literal(
    `(SELECT c.id FROM machines m JOIN needle_installs i ON i.id = m.present_install_id
        JOIN piece_counts c ON c.machine_id = m.id AND c.to_at > i.installed_at ${machine})`,
  );
  const rows = plainRows(
    await tables.pieceCounts.findAll({
      where: { id: { [Op.in]: ids } },
      replacements: { only },
      transaction: tx,
    }),
  );
  const byMachine = new Map<string, PieceCountRow[]>();
  for (const row of rows) byMachine.set(row.machineId, [...(byMachine.get(row.machineId) ?? []), row]);
  return byMachine;
}
