import { createHash } from 'node:crypto';
import { ProblemError } from '@gantelet/contracts';
import type { Seal } from './seal.js';
import { isDuplicate, type Database, type Transaction } from '../db/database.js';

/** What makes a repeated write the same write. */
export interface WriteIdentity {
  readonly key: string;
  readonly routeId: string;
  readonly personId: string;
  /** Whether the reply holds a secret, such as a device's token: it is then stored encrypted. */
  readonly secret: boolean;
  /** Everything in the request that determines what is written. */
  readonly request: unknown;
}

/**
 * Does a write once. The key is claimed in the same transaction as the write, so a second sender waits for the first
 * and then gets the first one's reply; a write that fails releases its key.
 *
 * @throws ProblemError `key.reused` when the key belongs to another request
 */
export function keyedWrite<T>(
  { database, seal }: { readonly database: Database; readonly seal: Seal },
  identity: WriteIdentity,
  now: Date,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  // Marked, not hashed: a short secret in the request could be guessed from a plain hash.
  const said = JSON.stringify(identity.request);
  const hashes = { now: seal.mark(said), before: createHash('sha256').update(said).digest('hex') };
  return database.transaction(async (tx) => {
    const earlier = await claim(database, identity, hashes, now, tx);
    if (earlier !== null) return JSON.parse(identity.secret ? seal.open(earlier) : earlier) as T;
    const reply = await work(tx);
    const kept = JSON.stringify(reply);
    await database.tables.writes.update(
      { reply: identity.secret ? seal.close(kept) : kept },
      { where: { writeKey: identity.key }, transaction: tx },
    );
    return reply;
  });
}

/** What the same request is stored as, and what it was stored as by versions before 2027-01. */
interface RequestHashes {
  readonly now: string;
  readonly before: string;
}

/** Claims the key, or returns the stored reply of the write that already has it. */
async function claim(
  { tables }: Database,
  { key, routeId, personId }: WriteIdentity,
  hashes: RequestHashes,
  now: Date,
  tx: Transaction,
): Promise<string | null> {
  try {
    const row = { writeKey: key, routeId, personId, requestHash: hashes.now, reply: null, writtenAt: now };
    await tables.writes.create(row, { transaction: tx });
    return null;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
  // The failed insert waited for the first sender to commit, and this is the first read of our snapshot. A locking
  // read would make waiting senders deadlock.
  const found = await tables.writes.findByPk(key, { transaction: tx });
  const row = found?.get({ plain: true });
  const same =
    row?.routeId === routeId && row.personId === personId && Object.values(hashes).includes(row.requestHash);
  if (!same || row.reply === null) throw new ProblemError('key.reused');
  return row.reply;
}
