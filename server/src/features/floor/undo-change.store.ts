import type { Database, Transaction } from '../../db/database.js';
import type { NeedleInstallRow, NeedleRemovalRow, UndoneChangeRow } from '../../db/rows.js';

/** When the write with a given key was done; null if there is none. */
export async function writtenAt({ tables }: Database, key: string, tx: Transaction): Promise<Date | null> {
  const found = await tables.writes.findByPk(key, { transaction: tx });
  return found?.get({ plain: true }).writtenAt ?? null;
}

/** The removal that made room for a needle; null if the machine was empty. */
export async function findRemovalBefore(
  { tables }: Database,
  { machineId, installedAt }: NeedleInstallRow,
  tx: Transaction,
): Promise<NeedleRemovalRow | null> {
  const where = { machineId, removedAt: installedAt };
  const found = await tables.needleRemovals.findOne({ where, order: [['id', 'DESC']], transaction: tx });
  return found?.get({ plain: true }) ?? null;
}

/** Reopens the reports that a change answered, and assigns later ones to the needle that is back. */
export async function reopenReports(
  { tables }: Database,
  { id, machineId, installedAt }: NeedleInstallRow,
  presentInstallId: string | null,
  tx: Transaction,
): Promise<void> {
  await tables.troubleReports.update(
    { answeredAt: null, answeredById: null, finding: null },
    { where: { machineId, answeredAt: installedAt, finding: 'needle-changed' }, transaction: tx },
  );
  const installId = presentInstallId;
  await tables.troubleReports.update({ installId }, { where: { installId: id }, transaction: tx });
}

export async function deleteChange(
  { tables }: Database,
  { installId, removalId }: { readonly installId: string; readonly removalId: string | null },
  tx: Transaction,
): Promise<void> {
  if (removalId !== null) await tables.needleRemovals.destroy({ where: { id: removalId }, transaction: tx });
  // Reopens the changeover step that the change completed.
  await tables.changeoverTicks.destroy({ where: { installId }, transaction: tx });
  await tables.needleInstalls.destroy({ where: { id: installId }, transaction: tx });
}

export async function insertUndone(
  { tables }: Database,
  row: UndoneChangeRow,
  tx: Transaction,
): Promise<void> {
  await tables.undoneChanges.create(row, { transaction: tx });
}
