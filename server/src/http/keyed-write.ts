import { createHash } from 'node:crypto';
import { ProblemError } from '@gantelet/contracts';
import { isDuplicate, type Database, type Transaction } from '../db/database.js';

/** What makes a write the same write when it is sent again. */
export interface WriteIdentity {
  readonly key: string;
  readonly routeId: string;
  readonly personId: string;
  /** Everything of the request that decides what is written. */
  readonly request: unknown;
}

/**
 * Does a write once. The key is claimed in the same transaction as the write, so a second sender waits for the first
 * and then gets the first one's reply; a write that fails releases its key.
 *
 * @throws ProblemError `key.reused` when the key stands for another request
 */
export function keyedWrite<T>(
  database: Database,
  identity: WriteIdentity,
  now: Date,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  const requestHash = createHash('sha256').update(JSON.stringify(identity.request)).digest('hex');
  return database.transaction(async (tx) => {
    const earlier = await claim(database, identity, requestHash, now, tx);
    if (earlier !== undefined) return earlier as T;
    const reply = await work(tx);
    await database.tables.writes.update(
      { reply: JSON.stringify(reply) },
      { where: { writeKey: identity.key }, transaction: tx },
    );
    return reply;
  });
}

/** Takes the key, or gives the reply of the write that already has it. */
async function claim(
  { tables }: Database,
  { key, routeId, personId }: WriteIdentity,
  requestHash: string,
  now: Date,
  tx: Transaction,
): Promise<unknown> {
  try {
    const row = { writeKey: key, routeId, personId, requestHash, reply: null, writtenAt: now };
    await tables.writes.create(row, { transaction: tx });
    return undefined;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
  // The failed insert waited for the first sender to commit, and this is the first read of our snapshot. A locking read
  // would have the waiting senders deadlock on each other.
  const found = await tables.writes.findByPk(key, { transaction: tx });
  const row = found?.get({ plain: true });
  const same = row?.routeId === routeId && row.personId === personId && row.requestHash === requestHash;
  if (!same || row.reply === null) throw new ProblemError('key.reused');
  return JSON.parse(row.reply);
}
