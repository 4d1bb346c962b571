import { QueryTypes } from 'sequelize';
import { ProblemError, type WithdrawableLog } from '@gantelet/contracts';
import { orIfDuplicate, type Database, type Transaction } from '../../db/database.js';
import type { WithdrawalRow } from '../../db/record-rows.js';

/** The table of each log, and the column that says who made an entry. */
const LOGS: Readonly<Record<WithdrawableLog, { readonly table: string; readonly by: string }>> = {
  'test-seam': { table: 'test_seams', by: 'sewn_by_id' },
  'bobbin-reading': { table: 'bobbin_readings', by: 'read_by_id' },
  'gauge-reading': { table: 'gauge_readings', by: 'read_by_id' },
  'kept-setting': { table: 'kept_settings', by: 'kept_by_id' },
  service: { table: 'machine_services', by: 'done_by_id' },
  'spot-check': { table: 'spot_checks', by: 'checked_by_id' },
  'needle-check': { table: 'needle_checks', by: 'checked_by_id' },
  'hand-settings': { table: 'hand_settings', by: 'set_by_id' },
  'pull-test': { table: 'pull_tests', by: 'tested_by_id' },
  'hook-check': { table: 'hook_checks', by: 'checked_by_id' },
  'store-move': { table: 'store_moves', by: 'moved_by_id' },
};

/** Who made a log entry; null if it does not exist. */
export async function madeBy(
  { sequelize }: Database,
  log: WithdrawableLog,
  entryId: string,
  tx: Transaction,
): Promise<string | null> {
  const { table, by } = LOGS[log];
  const [entry] = await sequelize.query<{ madeBy: string }>(
    `SELECT ${by} AS madeBy FROM ${table} WHERE id = :entryId`,
    { type: QueryTypes.SELECT, replacements: { entryId }, transaction: tx },
  );
  return entry?.madeBy ?? null;
}

/** @throws ProblemError `entry.withdrawn` */
export async function insertWithdrawal(
  { tables }: Database,
  row: WithdrawalRow,
  tx: Transaction,
): Promise<void> {
  await orIfDuplicate(
    tables.withdrawals.create(row, { transaction: tx }),
    () => new ProblemError('entry.withdrawn'),
  );
}
