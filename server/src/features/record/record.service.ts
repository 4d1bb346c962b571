import { ProblemError, roleReaches, type Person, type Withdrawal } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { insertWithdrawal, madeBy } from './record.store.js';

/**
 * Withdraws a log entry by a row that points at it: it stays as evidence and is no longer used in any calculation.
 *
 * @throws ProblemError `entry.unknown`, `entry.others`, `entry.withdrawn`
 */
export async function withdrawEntry(
  database: Database,
  id: string,
  { log, entryId }: Withdrawal,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<{ id: string }> {
  const maker = await madeBy(database, log, entryId, tx);
  if (maker === null) throw new ProblemError('entry.unknown');
  if (maker !== person.id && !roleReaches(person.role, 'mechanic')) throw new ProblemError('entry.others');
  await insertWithdrawal(database, { entryId, id, log, withdrawnAt: now, withdrawnById: person.id }, tx);
  return { id };
}
