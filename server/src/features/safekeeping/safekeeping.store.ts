import {
  newId,
  USUAL_SAFEKEEPING,
  type RestoreDrill,
  type Safekeeping,
  type SafekeepingRule,
} from '@gantelet/contracts';
import { isDuplicate, type Database, type Transaction } from '../../db/database.js';
import type { BackupRow } from '../../db/safekeeping-rows.js';

const THE_RULE = 1;

/** Records that a backup was made and found complete. */
export async function noteBackup({ tables }: Database, madeAt: Date, sealed: boolean): Promise<void> {
  await tables.backups.create({ id: newId(), madeAt, sealed });
}

/** Records that restoring a backup was tried, and how it went. */
export async function noteRestoreDrill(
  { tables }: Database,
  doneAt: Date,
  { backupMadeAt, ...drill }: RestoreDrill,
): Promise<void> {
  await tables.restoreDrills.create({
    ...{ id: newId(), doneAt, ...drill },
    backupMadeAt: backupMadeAt === null ? null : new Date(backupMadeAt),
  });
}

export async function findRule({ tables }: Database, tx: Transaction | null): Promise<SafekeepingRule> {
  const row = (await tables.safekeepingRule.findByPk(THE_RULE, { transaction: tx }))?.get({ plain: true });
  if (!row) return USUAL_SAFEKEEPING;
  const { backupWithinHours, drillWithinDays, version } = row;
  return { backupWithinHours, drillWithinDays, version };
}

/** Changes the rule if it still has the given version. Returns whether it did. */
export async function updateRule(
  { tables }: Database,
  { version, ...rule }: SafekeepingRule,
  tx: Transaction,
): Promise<boolean> {
  const next = { ...rule, version: version + 1 };
  const [changed] = await tables.safekeepingRule.update(next, {
    where: { id: THE_RULE, version },
    transaction: tx,
  });
  if (changed === 1 || version !== USUAL_SAFEKEEPING.version) return changed === 1;
  try {
    await tables.safekeepingRule.create({ id: THE_RULE, ...next }, { transaction: tx });
    return true;
  } catch (error) {
    if (isDuplicate(error)) return false;
    throw error;
  }
}

export async function findLastBackup({ tables }: Database): Promise<BackupRow | null> {
  const row = await tables.backups.findOne({ order: [['madeAt', 'DESC']] });
  return row?.get({ plain: true }) ?? null;
}

export async function findLastDrill({ tables }: Database): Promise<Safekeeping['drill']['last']> {
  const row = (await tables.restoreDrills.findOne({ order: [['doneAt', 'DESC']] }))?.get({ plain: true });
  if (!row) return null;
  const { doneAt, file, backupMadeAt, wrong } = row;
  return {
    ...{ doneAt: doneAt.toISOString(), file, wrong },
    backupMadeAt: backupMadeAt?.toISOString() ?? null,
  };
}
