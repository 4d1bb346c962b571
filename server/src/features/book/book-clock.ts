import type { Logger } from 'pino';
import { every, type Going } from '../../jobs/every.js';
import { sealEntries, type BookKeeper } from './book.store.js';

const EVERY_MS = 5000;

/** Seals the book every few seconds until stopped. Any number of servers may do so. */
export function startSealing(keeper: BookKeeper, log: Logger): Going {
  return every(
    EVERY_MS,
    async (stopped) => {
      while (!stopped() && (await sealEntries(keeper)) > 0);
    },
    log,
  );
}
