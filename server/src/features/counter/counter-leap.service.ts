import { ProblemError, type CounterLeap, type LeapDecision, type Person } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { acceptReading, lockLeap, toLeap, updateLeap } from './counter-leap.store.js';
import { rollUpFrom } from './roll-up.js';

/**
 * Records a mechanic's decision on a counter jump. Accepted, it counts towards the needle in the machine; rejected,
 * it is no longer shown.
 *
 * @throws ProblemError `leap.unknown`, `leap.decided`, `leap.too-late`
 */
export async function decideLeap(
  database: Database,
  leapId: string,
  { accepted }: LeapDecision,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<CounterLeap> {
  const leap = await lockLeap(database, leapId, tx);
  if (!leap) throw new ProblemError('leap.unknown');
  if (leap.decidedAt !== null) throw new ProblemError('leap.decided');
  await updateLeap(database, leapId, accepted, { personId: person.id, at: now }, tx);
  if (accepted) {
    const sentAt = await acceptReading(database, leap, tx);
    if (sentAt === null) throw new ProblemError('leap.too-late');
    await rollUpFrom(database, leap.deviceId, sentAt, tx);
  }
  return toLeap(leap);
}
