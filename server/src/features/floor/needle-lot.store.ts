import { QueryTypes } from 'sequelize';
import type { NeedleLot } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { NeedleLotRow } from '../../db/rows.js';

type LotRow = Omit<NeedleLotRow, 'receivedById'> & { readonly receivedBy: string };

/** All lots, the newest first; or one. */
export async function findLots(
  { sequelize }: Database,
  only: string | null = null,
  tx: Transaction | null = null,
): Promise<NeedleLot[]> {
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
    needle: {
      systemId: row.needleSystem,
      nm: row.bladeNm,
      pointId: row.pointStyle,
      finishId: row.needleFinish,
    },
    receivedAt: row.receivedAt.toISOString(),
    receivedBy: row.receivedBy,
  }));
}

export async function insertLot({ tables }: Database, row: NeedleLotRow, tx: Transaction): Promise<void> {
  await tables.needleLots.create(row, { transaction: tx });
}
