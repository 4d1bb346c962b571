import { HOUR_MS } from '@gantelet/core';
import { newId, type LastBackup } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';

/** A nightly backup is usual: after two missed ones somebody is told. Assumption. */
const DUE_AFTER_MS = 48 * HOUR_MS;

/** Records that a backup was made and found complete. */
export async function noteBackup({ tables }: Database, madeAt: Date, sealed: boolean): Promise<void> {
  await tables.backups.create({ id: newId(), madeAt, sealed });
}

/** The last backup; a real shop is told when the next one is due. */
export async function findLastBackup({ tables }: Database, now: Date): Promise<LastBackup> {
  const [row, shop] = await Promise.all([
    tables.backups.findOne({ order: [['madeAt', 'DESC']] }),
    tables.shop.findOne({ attributes: ['isDemo'] }),
  ]);
  const last = row?.get({ plain: true });
  const isDemo = Boolean(shop?.get('isDemo'));
  const old = !last || now.getTime() - last.madeAt.getTime() > DUE_AFTER_MS;
  return {
    madeAt: last?.madeAt.toISOString() ?? null,
    sealed: Boolean(last?.sealed),
    due: !isDemo && old,
  };
}
