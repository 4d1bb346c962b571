import type { Logger } from 'pino';
import { fixedId } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { queueJob } from '../../jobs/job.store.js';
import { dayIn } from '../../time/day-in.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { findLead, findShop } from '../shop/index.js';
import { livesAreOld } from './life.service.js';

/** After the late shift, before the early one. Assumption. */
const FROM_HOUR = 2;
const EVERY_MS = 10 * 60_000;

/**
 * Queues the night's fit of all lives if records have changed since the last one. The job's id is derived from the
 * shop's date, so that several servers queue it only once.
 *
 * @returns whether it was queued now
 */
export async function queueNightlyFit(database: Database, now: Date): Promise<boolean> {
  const [shop, lead] = await Promise.all([findShop(database), findLead(database)]);
  if (!shop || !lead) return false;
  const localHour = new Date(now.getTime() + 60_000 * zoneOffset(shop.timeZone)(now.getTime())).getUTCHours();
  if (localHour < FROM_HOUR) return false;
  const id = fixedId(Date.parse(`${dayIn(shop.timeZone, now)}T00:00:00Z`));
  if ((await database.tables.jobs.count({ where: { id } })) > 0) return false;
  if (!(await livesAreOld(database))) return false;
  const job = await database.transaction((tx) => queueJob(database, id, 'fit-lives', lead.id, now, tx));
  return job.id === id;
}

/**
 * Checks every few minutes whether the night's fit should be queued, until stopped. Any number of servers may do so.
 */
export function startNightlyFits(database: Database, log: Logger): { stop(): void } {
  const timer = setInterval(() => {
    queueNightlyFit(database, new Date()).catch((error: unknown) => {
      log.warn(error);
    });
  }, EVERY_MS);
  return {
    stop: () => {
      clearInterval(timer);
    },
  };
}
