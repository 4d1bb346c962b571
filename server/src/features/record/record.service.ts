import { QueryTypes } from 'sequelize';
import {
  ProblemError,
  roleReaches,
  type Person,
  type Withdrawal,
  type WithdrawableLog,
} from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';

/** Table of each log, and the column that says who made an entry. */
const LOGS: Readonly<Record<WithdrawableLog, { readonly table: string; readonly by: string }>> = {
  'test-seam': { table: 'test_seams', by: 'sewn_by_id' },
  'bobbin-reading': { table: 'bobbin_readings', by: 'read_by_id' },
  'gauge-reading': { table: 'gauge_readings', by: 'read_by_id' },
  'kept-setting': { table: 'kept_settings', by: 'kept_by_id' },
  service: { table: 'machine_services', by: 'done_by_id' },
  look: { table: 'work_looks', by: 'looked_by_id' },
  'eye-test': { table: 'lot_frictions', by: 'read_by_id' },
  'stock-count': { table: 'stock_counts', by: 'counted_by_id' },
};

/**
 * Takes an entry of a log back by a row that points at it: it stays as evidence, and nothing is reckoned with it any more.
 *
 * @throws ProblemError `entry.unknown`, `entry.others`, `entry.withdrawn`
 */
export async function withdrawEntry(
  { sequelize, tables }: Database,
  id: string,
  { log, entryId }: Withdrawal,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  const { table, by } = LOGS[log];
  const [entry] = await sequelize.query<{ madeBy: string }>(
    `SELECT ${by} AS madeBy FROM ${table} WHERE id = :entryId`,
    { type: QueryTypes.SELECT, replacements: { entryId }, transaction: tx },
  );
  if (!entry) throw new ProblemError('entry.unknown');
  if (entry.madeBy !== person.id && !roleReaches(person.role, 'mechanic'))
    throw new ProblemError('entry.others');
  await orIfDuplicate(
    tables.withdrawals.create(
      { entryId, id, log, withdrawnAt: now, withdrawnById: person.id },
      { transaction: tx },
    ),
    () => new ProblemError('entry.withdrawn'),
  );
  return { id };
}
