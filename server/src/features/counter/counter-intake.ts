import type { Database } from '../../db/database.js';
import { insertReadings, type CounterArrival } from './counter.store.js';

/** Takes in what counters send. */
export interface CounterIntake {
  /** Resolves when the message is in the database; rejects when it is not, so that the counter sends it again. */
  take(arrival: CounterArrival): Promise<void>;
}

/** Messages wait for so long for others to go with. */
const GATHER_MS = 15;
const MOST_TOGETHER = 500;

interface Waiting {
  readonly arrival: CounterArrival;
  readonly kept: () => void;
  readonly lost: (error: unknown) => void;
}

/** Gathers messages and writes them together: a thousand counters a second are a few statements a second. */
export function openIntake(database: Database, now: () => Date): CounterIntake {
  let waiting: Waiting[] = [];
  let writing = false;

  async function write(): Promise<void> {
    if (writing) return;
    writing = true;
    while (waiting.length > 0) {
      await new Promise((resolve) => setTimeout(resolve, GATHER_MS));
      const together = waiting.slice(0, MOST_TOGETHER);
      waiting = waiting.slice(MOST_TOGETHER);
      try {
        await insertReadings(
          database,
          together.map(({ arrival }) => arrival),
          now(),
        );
        for (const { kept } of together) kept();
      } catch (error) {
        for (const { lost } of together) lost(error);
      }
    }
    writing = false;
  }

  return {
    take: (arrival) =>
      new Promise((kept, lost) => {
        waiting.push({ arrival, kept, lost });
        void write();
      }),
  };
}
