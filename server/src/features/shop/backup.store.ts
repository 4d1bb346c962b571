import { HOUR_MS } from '@gantelet/core';
import { newId, type LastBackup } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';

/** A backup a night is usual: with two missed, somebody is told. Assumption. */
const DUE_AFTER_MS = 48 * HOUR_MS;

/** Notes that a backup was made and is whole. */
export async function noteBackup({ tables }: Database, madeAt: Date, sealed: boolean): Promise<void> {
  await tables.backups.create({ id: newId(), madeAt, sealed });
}

/** The last backup; a works of one's own is told when it is time for another. */
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
