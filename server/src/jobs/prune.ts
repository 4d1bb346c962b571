import { DAY_MS } from '@gantelet/core';
import { QueryTypes } from 'sequelize';
import type { Logger } from 'pino';
import type { Database } from '../db/database.js';

/** How long a write can be sent again and is recognised: longer than a device with one waiting lies in a drawer. */
const WRITES_KEPT_DAYS = 90;
/** Small batches: nobody waits long for the rows locked meanwhile. */
const BATCH = 2000;
const EVERY_MS = 3_600_000;
const FIRST_AFTER_MS = 30_000;
/** Deletes old write keys with their replies, sign-in attempts whose window has passed, and expired sessions. */
export async function prune({ sequelize }: Database, now: Date): Promise<number> {
  const old = new Date(now.getTime() - WRITES_KEPT_DAYS * DAY_MS);
  let pruned = 0;
  for (const [where, before] of [
    ['writes WHERE written_at', old],
    ['sign_in_tries WHERE resets_at', now],
    ['sessions WHERE expires', now],
  ] as const) {
    for (let deleted = BATCH; deleted === BATCH; pruned += deleted) {
      deleted = await sequelize.query(`DELETE FROM ${where} < :before LIMIT ${BATCH}`, {
        replacements: { before },
        type: QueryTypes.BULKDELETE,
      });
    }
  }
  return pruned;
}

/** Prunes every hour until stopped. Any number of servers may do so. */
export function startPruning(database: Database, log: Logger): { stop(): void } {
  const once = (): void => {
    prune(database, new Date()).catch((error: unknown) => {
      log.warn(error);
    });
  };
  const first = setTimeout(once, FIRST_AFTER_MS);
  const timer = setInterval(once, EVERY_MS);
  return {
    stop: () => {
      clearTimeout(first);
      clearInterval(timer);
    },
  };
}
