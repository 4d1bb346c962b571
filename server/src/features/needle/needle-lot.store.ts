import { QueryTypes } from 'sequelize';
import type { NeedleChoice, NeedleLot } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { needleOfColumns, type NeedleColumns } from '../../db/needle-columns.js';
import type { NeedleLotRow } from '../../db/needle-rows.js';

type LotRow = Omit<NeedleLotRow, 'receivedById' | 'decidedById'> & {
  readonly receivedBy: string;
  readonly decidedBy: string | null;
};

/** A lot as registered and decided on, without its check results. */
export type BareLot = Omit<NeedleLot, 'friction' | 'sample'>;

/** All lots, newest first; or one. */
export async function findLots(
  { sequelize }: Database,
  only: string | null = null,
  tx: Transaction | null = null,
): Promise<BareLot[]> {
  const rows = await sequelize.query<LotRow>(
    `SELECT l.id, l.code, l.needle_system AS needleSystem, l.blade_nm AS bladeNm, l.point_style AS pointStyle,
            l.needle_finish AS needleFinish, l.received, l.supplier, l.received_at AS receivedAt, p.name AS receivedBy,
            l.state, l.decided_at AS decidedAt, d.name AS decidedBy, l.decision
       FROM needle_lots l JOIN people p ON p.id = l.received_by_id LEFT JOIN people d ON d.id = l.decided_by_id
      ${only === null ? '' : 'WHERE l.id = :only'} ORDER BY l.received_at DESC, l.id DESC`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  return rows.map(({ decidedAt, decidedBy, decision, ...row }) => ({
    id: row.id,
    code: row.code,
    needle: needleOfColumns(row),
    received: row.received,
    supplier: row.supplier,
    receivedAt: row.receivedAt.toISOString(),
    receivedBy: row.receivedBy,
    state: row.state,
    decided: decidedAt && { at: decidedAt.toISOString(), by: decidedBy ?? '', note: decision },
  }));
}

export async function insertLot({ tables }: Database, row: NeedleLotRow, tx: Transaction): Promise<void> {
  await tables.needleLots.create(row, { transaction: tx });
}

/** A lot, locked until the transaction ends; null if it does not exist. */
export async function lockLot(
  { tables }: Database,
  id: string,
  tx: Transaction,
): Promise<(NeedleLotRow & { readonly needle: NeedleChoice }) | null> {
  const row = await tables.needleLots.findByPk(id, { transaction: tx, lock: true });
  const plain = row?.get({ plain: true });
  return plain ? { ...plain, needle: needleOfColumns(plain) } : null;
}

export async function updateLot(
  { tables }: Database,
  id: string,
  change: Partial<
    Pick<
      NeedleLotRow,
      | 'code'
      | 'received'
      | 'supplier'
      | 'state'
      | 'decidedAt'
      | 'decidedById'
      | 'decision'
      | keyof NeedleColumns
    >
  >,
  tx: Transaction,
): Promise<void> {
  await tables.needleLots.update(change, { where: { id }, transaction: tx });
}

/** Whether a needle of a lot was ever installed, as of now and not as of the start of the transaction. */
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
