import type { Database } from '../../db/database.js';
import { gathered } from '../../db/gathered.js';
import { insertReadings, type CounterArrival } from './counter.store.js';

/**
 * Stores counter messages, many in one statement. Resolves once a message is in the database; rejects if it is not,
 * so that the counter sends it again.
 */
export function openIntake(
  database: Database,
  now: () => Date,
): (arrival: CounterArrival) => Promise<undefined> {
  return gathered(
    async (arrivals: readonly CounterArrival[]) => {
      await insertReadings(database, arrivals, now());
      return arrivals.map(() => undefined);
    },
    { waitMs: 15, most: 500 },
  );
}
