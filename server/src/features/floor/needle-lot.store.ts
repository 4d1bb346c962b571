import { Op, QueryTypes } from 'sequelize';
import type { NeedleChoice, NeedleLot } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { STANDING } from '../../db/withdrawn.js';
import { needleOfColumns, type NeedleColumns } from '../../db/needle-columns.js';
import type { LotFrictionRow, NeedleLotRow } from '../../db/rows.js';

type LotRow = Omit<NeedleLotRow, 'receivedById'> & { readonly receivedBy: string };

/** A lot as it was registered, without what its eyes showed. */
export type BareLot = Omit<NeedleLot, 'friction'>;

/** All lots, the newest first; or one. */
export async function findLots(
  { sequelize }: Database,
  only: string | null = null,
  tx: Transaction | null = null,
): Promise<BareLot[]> {
  const rows = await sequelize.query<LotRow>(
    `SELECT l.id, l.code, l.needle_system AS needleSystem, l.blade_nm AS bladeNm, l.point_style AS pointStyle,
            l.needle_finish AS needleFinish, l.received_at AS receivedAt, p.name AS receivedBy
       FROM needle_lots l JOIN people p ON p.id = l.received_by_id
      ${only === null ? '' : 'WHERE l.id = :only'} ORDER BY l.received_at DESC, l.id DESC`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  return rows.map((row) => ({
    id: row.id,
    code: row.code,
    needle: needleOfColumns(row),
    receivedAt: row.receivedAt.toISOString(),
    receivedBy: row.receivedBy,
  }));
}

/** Every eye test, by lot; or those of one. */
export async function findFrictions(
  { tables }: Database,
  lotId: string | null = null,
  tx: Transaction | null = null,
): Promise<readonly LotFrictionRow[]> {
  const where = { [Op.and]: [lotId === null ? {} : { lotId }, STANDING] };
  return plainRows(await tables.lotFrictions.findAll({ where, transaction: tx }));
}

export async function insertFriction(
  { tables }: Database,
  row: LotFrictionRow,
  tx: Transaction,
): Promise<void> {
  await tables.lotFrictions.create(row, { transaction: tx });
}

export async function insertLot({ tables }: Database, row: NeedleLotRow, tx: Transaction): Promise<void> {
  await tables.needleLots.create(row, { transaction: tx });
}

/** The kind of a lot as it stands, held until the transaction ends; null for a lot that is not there. */
export async function lockKind(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<NeedleChoice | null> {
  const row = await tables.needleLots.findByPk(id, { transaction: tx, lock: true });
  return row && needleOfColumns(row.get({ plain: true }));
}

export async function updateLot(
  { tables }: Database,
  id: string,
  change: Pick<NeedleLotRow, 'code' | keyof NeedleColumns>,
  tx: Transaction,
): Promise<void> {
  await tables.needleLots.update(change, { where: { id }, transaction: tx });
}

/** Whether a needle of a lot ever went into a machine, as it stands and not as the transaction began. */
export async function wentIn({ tables }: Database, lotId: string, tx: Transaction): Promise<boolean> {
  return (
    (await tables.needleInstalls.findOne({
      where: { lotId },
      attributes: ['id'],
      transaction: tx,
      lock: true,
    })) !== null
  );
}
