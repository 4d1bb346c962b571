import { QueryTypes } from 'sequelize';
import type { PartUsedNeedle, Sharps } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { needleOfColumns, type NeedleColumns } from '../../db/needle-columns.js';
import type { PartUsedNeedleRow } from '../../db/rows.js';

interface PocketRow extends NeedleColumns {
  readonly id: string;
  readonly pocket: number;
  readonly lot_id: string | null;
  readonly lot_code: string | null;
  readonly running_hours: number;
  readonly machine_name: string;
  readonly setup_name: string | null;
  readonly kept_at: Date;
  readonly kept_by: string;
}

/** A needle in a pocket, with the lot it came from. */
export type KeptNeedle = PartUsedNeedle & { readonly lotId: string | null };

/** The needles in pockets, by pocket; or one of them. */
export async function findKeptNeedles(
  { sequelize }: Database,
  only: string | null = null,
  tx: Transaction | null = null,
): Promise<readonly KeptNeedle[]> {
  const rows = await sequelize.query<PocketRow>(
    `SELECT k.id, k.pocket, i.needle_system AS needleSystem, i.blade_nm AS bladeNm, i.point_style AS pointStyle,
            i.needle_finish AS needleFinish, i.lot_id, l.code AS lot_code,
            r.running_hours, m.name AS machine_name, s.name AS setup_name, k.kept_at, p.name AS kept_by
       FROM part_used_needles k
       JOIN needle_removals r ON r.id = k.removal_id
       JOIN needle_installs i ON i.id = r.install_id
       JOIN machines m ON m.id = r.machine_id
       JOIN people p ON p.id = r.removed_by_id
       LEFT JOIN needle_lots l ON l.id = i.lot_id
       LEFT JOIN setups s ON s.id = i.setup_id
      WHERE k.held_pocket IS NOT NULL ${only === null ? '' : 'AND k.id = :only'}
      ORDER BY k.pocket`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  return rows.map((row) => ({
    id: row.id,
    pocket: row.pocket,
    needle: needleOfColumns(row),
    lotId: row.lot_id,
    lotCode: row.lot_code,
    runningHours: row.running_hours,
    machineName: row.machine_name,
    setupName: row.setup_name,
    keptAt: row.kept_at.toISOString(),
    keptBy: row.kept_by,
  }));
}

/** Puts a needle into a pocket. The database refuses a pocket that is taken. */
export async function insertPartUsed(
  { tables }: Database,
  row: Pick<PartUsedNeedleRow, 'id' | 'removalId' | 'pocket' | 'keptAt'>,
  tx: Transaction,
): Promise<void> {
  const held = { leftAt: null, takenInstallId: null, discardedById: null };
  await tables.partUsedNeedles.create({ ...row, ...held }, { transaction: tx });
}

/** Changes where a part-used needle is, if it is still in its pocket. Returns whether it was. */
export async function takeFromPocket(
  { tables }: Database,
  id: string,
  to: { readonly leftAt: Date } & Partial<Pick<PartUsedNeedleRow, 'takenInstallId' | 'discardedById'>>,
  tx: Transaction,
): Promise<boolean> {
  const [changed] = await tables.partUsedNeedles.update(to, {
    where: { id, leftAt: null },
    transaction: tx,
  });
  return changed === 1;
}

/** Moves a part-used needle to another pocket. The database refuses one that is taken. */
export async function updatePocket(
  { tables }: Database,
  id: string,
  pocket: number,
  tx: Transaction,
): Promise<void> {
  await tables.partUsedNeedles.update({ pocket }, { where: { id, leftAt: null }, transaction: tx });
}

/** Puts a change's needles back where they were before it. */
export async function undoPockets(
  { tables }: Database,
  { installId, removalId }: { readonly installId: string; readonly removalId: string | null },
  tx: Transaction,
): Promise<void> {
  await tables.partUsedNeedles.update(
    { leftAt: null, takenInstallId: null },
    { where: { takenInstallId: installId }, transaction: tx },
  );
  if (removalId !== null) await tables.partUsedNeedles.destroy({ where: { removalId }, transaction: tx });
}

/** Needles that went into the sharps box since it was last emptied: all that came out and are in no pocket. */
export async function readSharps({ sequelize }: Database, tx: Transaction | null = null): Promise<Sharps> {
  const [row] = await sequelize.query<{ needles: number; since: Date | null }>(
    `SELECT e.since,
            (SELECT COUNT(*) FROM needle_removals r
              WHERE r.removed_at > COALESCE(e.since, '1970-01-01'))
          - (SELECT COUNT(*) FROM part_used_needles k WHERE k.kept_at > COALESCE(e.since, '1970-01-01'))
          + (SELECT COUNT(*) FROM part_used_needles k
              WHERE k.discarded_by_id IS NOT NULL AND k.left_at > COALESCE(e.since, '1970-01-01')) AS needles
       FROM (SELECT MAX(emptied_at) AS since FROM sharps_emptyings) e`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return { needles: Math.max(0, Number(row!.needles)), since: row!.since?.toISOString() ?? null };
}

export async function insertSharpsEmptying(
  { tables }: Database,
  row: { id: string; emptiedAt: Date; emptiedById: string; counted: number; expected: number },
  tx: Transaction,
): Promise<void> {
  await tables.sharpsEmptyings.create(row, { transaction: tx });
}
