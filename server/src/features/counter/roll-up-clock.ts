import type { Logger } from 'pino';
import type { Database } from '../../db/database.js';
import { addUp, dropOld, rollUp } from './roll-up.js';

const EVERY_MS = 5000;
const ADD_UP_EVERY_MS = 60_000;
const DROP_EVERY_MS = 3_600_000;

/** Rolls readings up every few seconds until stopped. Any number of servers may do so. */
export function startRollUps(database: Database, keepDays: number, log: Logger): { stop(): Promise<void> } {
  let stopped = false;
  let droppedAt = 0;
  let addedUpAt = 0;
  let going: Promise<void> = Promise.resolve();
  async function once(): Promise<void> {
    try {
      await rollUp(database);
      if (Date.now() - addedUpAt > ADD_UP_EVERY_MS) {
        await addUp(database, new Date());
        addedUpAt = Date.now();
      }
      if (Date.now() - droppedAt > DROP_EVERY_MS) {
        await dropOld(database, new Date(), keepDays);
        droppedAt = Date.now();
      }
    } catch (error) {
      // A database that is away: the next round makes up for it.
      log.warn(error);
    }
    if (!stopped) timer = setTimeout(() => (going = once()), EVERY_MS);
  }
  let timer = setTimeout(() => (going = once()), EVERY_MS);
  return {
    stop: async () => {
      stopped = true;
      clearTimeout(timer);
      await going;
    },
  };
}
