import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../../db/database.js';
import type { MachineTime } from '../counter/index.js';

/** A needle that has been removed, with the time it was in. */
export interface NeedleOut extends MachineTime {
  readonly removalId: string;
}

/** Needles that were in a machine during a period and have been removed, in order. */
export async function findNeedlesOut(
  { sequelize }: Database,
  { machineId, fromAt, toAt }: MachineTime,
  tx: Transaction,
): Promise<readonly NeedleOut[]> {
  return sequelize.query<NeedleOut>(
    `SELECT r.id AS removalId, r.machine_id AS machineId, i.installed_at AS fromAt, r.removed_at AS toAt
       FROM needle_removals r JOIN needle_installs i ON i.id = r.install_id
      WHERE r.machine_id = :machineId AND r.removed_at > :fromAt AND i.installed_at < :toAt
      ORDER BY r.removed_at`,
    { type: QueryTypes.SELECT, replacements: { machineId, fromAt, toAt }, transaction: tx },
  );
}

/** Where a needle was reinstalled from its pocket, and how it came out there; null if it never was. */
export async function findNextStay(
  { sequelize }: Database,
  removalId: string,
  tx: Transaction,
): Promise<{ readonly installId: string; readonly removalId: string | null } | null> {
  const [stay] = await sequelize.query<{ installId: string; removalId: string | null }>(
    `SELECT k.taken_install_id AS installId, r.id AS removalId
       FROM part_used_needles k LEFT JOIN needle_removals r ON r.install_id = k.taken_install_id
      WHERE k.removal_id = :removalId AND k.taken_install_id IS NOT NULL`,
    { type: QueryTypes.SELECT, replacements: { removalId }, transaction: tx },
  );
  return stay ?? null;
}

/** Adds hours to a needle's removal and reinstallation. Never below zero. */
export async function addHours(
  { sequelize }: Database,
  { removalId, nextInstallId }: { readonly removalId: string; readonly nextInstallId: string | null },
  more: number,
  tx: Transaction,
): Promise<void> {
  const replacements = { removalId, nextInstallId, more };
  await sequelize.query(
    `UPDATE needle_removals SET running_hours = GREATEST(0, running_hours + :more) WHERE id = :removalId`,
    { replacements, transaction: tx },
  );
  if (nextInstallId === null) return;
  await sequelize.query(
    `UPDATE needle_installs SET entry_hours = GREATEST(0, entry_hours + :more) WHERE id = :nextInstallId`,
    { replacements, transaction: tx },
  );
}
