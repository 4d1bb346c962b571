import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import { isOpenJob, newId, type Person } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import type { JobRow } from '../db/rows.js';
import { fitLives } from '../features/life/index.js';
import { planRoundsWork, publishPlan } from '../features/rounds/index.js';
import { findLead } from '../features/shop/index.js';
import { startJobRunner } from '../jobs/job-runner.js';
import { queueJob, readJob } from '../jobs/job.store.js';

const ASK_EVERY_MS = 100;
/** One seed for every demo, so that each starts with the plan in the screenshots. */
const PLAN = { effort: 1, rule: null, seed: 0.5 };

/**
 * Fits the lives of a newly loaded works, plans its rounds from them and publishes the plan, so that every room has
 * something to show. What cannot be planned is left out.
 */
export async function fitAndPlan(database: Database, now: Date, log: Logger): Promise<void> {
  const lead = await findLead(database);
  if (!lead) return;
  const works = { 'fit-lives': fitLives(() => now), 'plan-rounds': planRoundsWork(() => now) };
  const runner = startJobRunner(database, works, log);
  try {
    await done(database, 'fit-lives', lead, now);
    const planId = await done(database, 'plan-rounds', lead, now, PLAN);
    await database.transaction(async (tx) => {
      await publishPlan(database, planId, 0, lead, now, tx);
    });
  } catch (error) {
    log.warn(error);
  } finally {
    await runner.stop();
  }
}

/** Queues a job, waits until it is over, and returns its id. */
async function done(
  database: Database,
  kind: JobRow['kind'],
  { id: personId }: Person,
  now: Date,
  ask: unknown = null,
): Promise<string> {
  const { id } = await database.transaction((tx) =>
    queueJob(database, newId(), kind, personId, now, tx, ask),
  );
  while (isOpenJob(await readJob(database, id))) await pause(ASK_EVERY_MS);
  return id;
}
