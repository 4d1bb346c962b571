import type { Logger } from 'pino';
import type { Database } from '../../db/database.js';
import { every, type Going } from '../../jobs/every.js';
import { addUp, dropOld, rollUp } from './roll-up.js';

const EVERY_MS = 5000;
const ADD_UP_EVERY_MS = 60_000;
const DROP_EVERY_MS = 3_600_000;

/** Rolls readings up every few seconds until stopped. Any number of servers may do so. */
export function startRollUps(database: Database, keepDays: number, log: Logger): Going {
  let droppedAt = 0;
  let addedUpAt = 0;
  return every(
    EVERY_MS,
    async () => {
      await rollUp(database);
      if (Date.now() - addedUpAt > ADD_UP_EVERY_MS) {
        await addUp(database, new Date());
        addedUpAt = Date.now();
      }
      if (Date.now() - droppedAt > DROP_EVERY_MS) {
        await dropOld(database, new Date(), keepDays);
        droppedAt = Date.now();
      }
    },
    log,
  );
}
