import { QueryTypes } from 'sequelize';
import { NeedleCheckDocument, type NeedleCheck } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { NeedleCheckRow } from '../../db/needle-rows.js';
import { standing } from '../../db/withdrawn.js';

type CheckRow = Omit<NeedleCheckRow, 'checkedById'> & {
  readonly lotCode: string | null;
  readonly checkedBy: string;
  readonly hasPhoto: number;
};

/** Which checks are wanted: one, those of a lot, those of any lot, or the latest of all. */
export type WhichChecks =
  | { readonly id: string }
  | { readonly lotId: string }
  | { readonly ofAnyLot: true }
  | { readonly latest: number };

/** Checks that were not withdrawn, newest first. */
export async function findChecks(
  { sequelize }: Database,
  which: WhichChecks,
  tx: Transaction | null = null,
): Promise<NeedleCheck[]> {
  const [where, limit] =
    'id' in which
      ? ['AND c.id = :id', '']
      : 'lotId' in which
        ? ['AND c.lot_id = :lotId', '']
        : 'ofAnyLot' in which
          ? ['AND c.lot_id IS NOT NULL', '']
          : ['', 'LIMIT :latest'];
  const rows = await sequelize.query<CheckRow>(
    `SELECT c.id, c.lot_id AS lotId, l.code AS lotCode, c.document, c.note, c.checked_at AS checkedAt, p.name AS checkedBy,
            EXISTS (SELECT 1 FROM needle_photos f WHERE f.check_id = c.id) AS hasPhoto
       FROM needle_checks c JOIN people p ON p.id = c.checked_by_id LEFT JOIN needle_lots l ON l.id = c.lot_id
      WHERE ${standing('c')} ${where} ORDER BY c.checked_at DESC, c.id DESC ${limit}`,
    { type: QueryTypes.SELECT, replacements: { ...which }, transaction: tx },
  );
  return rows.map(({ document, checkedAt, hasPhoto, ...row }) => ({
    ...row,
    hasPhoto: hasPhoto === 1,
    looks: NeedleCheckDocument.parse(JSON.parse(document)).looks,
    checkedAt: checkedAt.toISOString(),
  }));
}

/** The photo of a check as base64; null if there is none. */
export async function findPhoto({ tables }: Database, checkId: string): Promise<string | null> {
  const found = await tables.needlePhotos.findByPk(checkId);
  return found?.get({ plain: true }).jpeg.toString('base64') ?? null;
}

/** @param photo base64 of a JPEG */
export async function insertPhoto(
  { tables }: Database,
  checkId: string,
  photo: string,
  tx: Transaction,
): Promise<void> {
  await tables.needlePhotos.create({ checkId, jpeg: Buffer.from(photo, 'base64') }, { transaction: tx });
}

export async function insertCheck({ tables }: Database, row: NeedleCheckRow, tx: Transaction): Promise<void> {
  await tables.needleChecks.create(row, { transaction: tx });
}
