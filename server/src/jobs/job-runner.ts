import { setTimeout as pause } from 'node:timers/promises';
import { MessageChannel } from 'node:worker_threads';
import type { Logger } from 'pino';
import { newId } from '@gantelet/contracts';
import { isForLater, type Database, type Transaction } from '../db/database.js';
import type { JobRow } from '../db/rows.js';
import { openJobThreads } from './job-threads.js';
import { claimJob, type ClaimedJob, dropOlderResults, finishJob, renewLease } from './job.store.js';

/** How a kind of job is done: its input is read here, the work itself is done in a thread of its own. */
export interface JobWork {
  /** Path of the worker; its default export gets `{ input, port }` and may post its progress, 0 to 1, to the port. */
  readonly worker: URL;
  readonly input: (database: Database, job: ClaimedJob) => Promise<unknown>;
  /** The part of the outcome to store with the job; everything by default. */
  readonly result?: (outcome: unknown) => unknown;
  /** Stores what else follows from the result, in the transaction that ends the job. */
  readonly keep?: (database: Database, result: unknown, tx: Transaction, job: ClaimedJob) => Promise<void>;
}

export interface JobRunner {
  stop(): Promise<void>;
}

const LOOK_EVERY_MS = 500;
const KEEP_EVERY_MS = 1000;

/**
 * Runs jobs of some kinds, one after the other, in worker threads; any number of servers may do so at once. A job
 * whose server dies is done again by another; a cancelled job is stopped within a second.
 */
export function startJobRunner(
  database: Database,
  works: Readonly<Partial<Record<JobRow['kind'], JobWork>>>,
  log: Logger,
): JobRunner {
  const runnerId = newId();
  const kinds = Object.keys(works) as JobRow['kind'][];
  const pool = openJobThreads();
  const ending = new AbortController();
  const going = goOn();

  async function goOn(): Promise<void> {
    while (!ending.signal.aborted) {
      // A database that is down does not end the runner: it tries again.
      const job = await claimJob(database, runnerId, kinds).catch(() => null);
      if (job) await doJob(job);
      else await pause(LOOK_EVERY_MS, undefined, { signal: ending.signal }).catch(() => undefined);
    }
  }

  async function doJob(job: ClaimedJob): Promise<void> {
    const { id, kind } = job;
    const { worker, input, keep, result = (outcome) => outcome } = works[kind]!;
    const { port1, port2 } = new MessageChannel();
    const stopping = new AbortController();
    const end = (): void => stopping.abort();
    ending.signal.addEventListener('abort', end, { once: true });
    let progress = 0;
    port1.on('message', (share: number) => (progress = share));
    const lease = keepLease(() => renewLease(database, id, runnerId, progress), end);
    try {
      const task = { input: await input(database, job), port: port2 };
      const outcome: unknown = await pool.run(task, {
        filename: worker.href,
        transferList: [port2],
        signal: stopping.signal,
      });
      const isOurs = await database.transaction(async (tx) => {
        if (!(await finishJob(database, id, runnerId, result(outcome), tx))) return false;
        await dropOlderResults(database, { id, kind }, tx);
        await keep?.(database, outcome, tx, job);
        return true;
      });
      if (isOurs) log.info({ job: id, kind }, 'job done');
    } catch (error) {
      // Stopped: cancelled, taken over, or left for another server. If the database is down it is left as if this
      // server had died: another starts it over once the lease has expired.
      if (!stopping.signal.aborted && !isForLater(error)) {
        log.error(error);
        await finishJob(database, id, runnerId, null, null).catch(() => undefined);
      }
    } finally {
      clearInterval(lease);
      ending.signal.removeEventListener('abort', end);
      port1.close();
    }
  }

  return {
    stop: async () => {
      ending.abort();
      await going;
      await pool.destroy();
    },
  };
}

/**
 * Renews a job's lease until cleared, and reports when another runner has taken it. A database that is down is asked
 * again.
 */
function keepLease(renew: () => Promise<boolean>, lost: () => void): NodeJS.Timeout {
  return setInterval(() => {
    renew().then(
      (ours) => ours || lost(),
      () => undefined,
    );
  }, KEEP_EVERY_MS);
}
