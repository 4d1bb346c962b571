import type { Logger } from 'pino';
import type { Database } from '../../db/database.js';
import { every, type Going } from '../../jobs/every.js';
import { sealEntries } from './book.store.js';

const EVERY_MS = 5000;

/** Seals the book every few seconds until stopped. Any number of servers may do so. */
export function startSealing(database: Database, log: Logger): Going {
  return every(
    EVERY_MS,
    async (stopped) => {
      while (!stopped() && (await sealEntries(database)) > 0);
    },
    log,
  );
}
