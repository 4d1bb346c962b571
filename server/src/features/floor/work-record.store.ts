import { Op } from 'sequelize';
import type { Database, Transaction } from '../../db/database.js';
import { readManyRows } from '../../db/many-rows.js';
import type { PieceCountRow, SpotCheckRow } from '../../db/rows.js';
import { findHeard } from '../counter/index.js';

export async function insertSpotCheck(
  { tables }: Database,
  row: SpotCheckRow,
  tx: Transaction,
): Promise<void> {
  await tables.spotChecks.create(row, { transaction: tx });
}

export async function insertPieces({ tables }: Database, row: PieceCountRow, tx: Transaction): Promise<void> {
  await tables.pieceCounts.create(row, { transaction: tx });
}

/** Locked, so that two people cannot both withdraw them. */
export async function findPieceCount(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<PieceCountRow | null> {
  return (
    (await tables.pieceCounts.findByPk(id, { transaction: tx, lock: true }))?.get({ plain: true }) ?? null
  );
}

export async function updatePieceCount(
  { tables }: Database,
  id: string,
  change: Pick<PieceCountRow, 'withdrawnAt' | 'withdrawnById'>,
  tx: Transaction,
): Promise<void> {
  await tables.pieceCounts.update(change, { where: { id }, transaction: tx });
}

/** Whether pieces are recorded for any part of a period. */
export async function hasPieces(
  { tables }: Database,
  machineId: string,
  { fromAt, toAt }: Pick<PieceCountRow, 'fromAt' | 'toAt'>,
  tx: Transaction,
): Promise<boolean> {
  const where = { machineId, fromAt: { [Op.lt]: toAt }, toAt: { [Op.gt]: fromAt }, withdrawnAt: null };
  return (await tables.pieceCounts.count({ where, transaction: tx })) > 0;
}

/** Pieces as they age a needle. */
export interface PiecesOfNeedle extends Pick<
  PieceCountRow,
  'id' | 'machineId' | 'pieces' | 'stitchesPerPiece' | 'speedSpm' | 'fromAt' | 'toAt'
> {
  /** Their shift time in which a counter was heard. */
  readonly heardShiftMs: number;
}

type PiecesRow = Omit<PiecesOfNeedle, 'heardShiftMs'>;

/** Pieces that match a condition, with what counters recorded in that time. */
async function findPiecesWhere(
  database: Database,
  from: string,
  values: Readonly<Record<string, unknown>>,
  tx: Transaction | null,
): Promise<readonly PiecesOfNeedle[]> {
  const rows = await readManyRows<PiecesRow>(
    database.sequelize,
    `SELECT c.id, c.machine_id AS machineId, c.pieces, c.stitches_per_piece AS stitchesPerPiece,
            c.speed_spm AS speedSpm, c.from_at AS fromAt, c.to_at AS toAt
       FROM piece_counts c ${from}`,
    values,
    tx,
  );
  const heard = await findHeard(database, rows, tx);
  return rows.map((row, i) => ({ ...row, heardShiftMs: heard[i]!.coveredShiftMs }));
}

/** A machine's pieces in a period, including the given record whether or not it was withdrawn. */
export function findPiecesBetween(
  database: Database,
  { id, machineId }: Pick<PieceCountRow, 'id' | 'machineId'>,
  { fromAt, toAt }: Pick<PieceCountRow, 'fromAt' | 'toAt'>,
  tx: Transaction,
): Promise<readonly PiecesOfNeedle[]> {
  return findPiecesWhere(
    database,
    `WHERE c.machine_id = :machineId AND c.from_at < :toAt AND c.to_at > :fromAt
       AND (c.withdrawn_at IS NULL OR c.id = :id)`,
    { id, machineId, fromAt, toAt },
    tx,
  );
}

/** Pieces since the needle in each machine, or in one, was installed, by machine. */
export async function findPieces(
  database: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly PiecesOfNeedle[]>> {
  const rows = await findPiecesWhere(
    database,
    `JOIN machines m ON m.id = c.machine_id
     JOIN needle_installs i ON i.id = m.present_install_id
    WHERE c.to_at > i.installed_at AND c.withdrawn_at IS NULL ${only === null ? '' : 'AND c.machine_id = :only'}`,
    { only },
    tx,
  );
  const byMachine = new Map<string, PiecesOfNeedle[]>();
  for (const row of rows) byMachine.set(row.machineId, [...(byMachine.get(row.machineId) ?? []), row]);
  return byMachine;
}
