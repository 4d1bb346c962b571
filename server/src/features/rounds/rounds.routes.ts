import { randomInt } from 'node:crypto';
import { PlanAsk, routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, stream, write, type Handled } from '../../http/handle.js';
import { versionWatch } from '../../http/version-watch.js';
import type { JobWork } from '../../jobs/job-runner.js';
import { queueJob } from '../../jobs/job.store.js';
import { publishedVersion } from './round-plan.store.js';
import type { PlanOutcome } from './plan-rounds.worker.js';
import { roundsTable } from './rounds-export.js';
import { roundsInput } from './rounds-input.js';
import { keepPlan, movePlanned, pinPlanned, readMoves, readRounds, publishPlan } from './rounds.service.js';
import { reviseSettings } from './rounds-settings.store.js';
import { calendarOf, linkCalendar, skipTask, publishedRounds } from './round-sheets.service.js';

const SEEDS = 1_000_000;

export function roundsRoutes(database: Database, now: () => Date): readonly Handled[] {
  const watching = versionWatch(() => publishedVersion(database));
  return [
    stream(routes.watchPublishedRounds, () => Promise.resolve(watching)),
    answer(routes.readRounds, () => readRounds(database, now())),
    write(routes.reviseRoundsSettings, ({ body, person }, tx) =>
      reviseSettings(database, body, person, now(), tx),
    ),
    write(routes.planRounds, ({ body, key, person }, tx) =>
      queueJob(database, key, 'plan-rounds', person.id, now(), tx, {
        ...body,
        seed: randomInt(SEEDS) / SEEDS,
      }),
    ),
    answer(routes.readMoves, ({ params, query }) =>
      readMoves(database, params.planId, params.machineId, query.from ?? null),
    ),
    write(routes.moveChange, ({ params, body }, tx) => movePlanned(database, params.planId, body, tx)),
    write(routes.pinChange, ({ params, body }, tx) => pinPlanned(database, params.planId, body, tx)),
    write(routes.publishPlan, ({ params, body, person }, tx) =>
      publishPlan(database, params.planId, body.version, person, now(), tx),
    ),
    answer(routes.readPublishedRounds, () => publishedRounds(database, now())),
    answer(routes.readRoundsTable, async () => roundsTable(await publishedRounds(database, now()))),
    write(routes.skipTask, ({ body, key, person }, tx) => skipTask(database, key, body, person, now(), tx)),
    write(routes.linkCalendar, ({ person }, tx) => linkCalendar(database, person, now(), tx)),
    answer(routes.readCalendar, ({ params }) => calendarOf(database, params.token, now())),
  ];
}

/** How a round plan is searched for. */
export function planRoundsWork(now: () => Date): JobWork {
  return {
    worker: new URL('./plan-rounds.worker.js', import.meta.url),
    input: (database, { ask }) => {
      const { seed, ...asked } = JSON.parse(ask ?? '{"seed":0.5}') as { seed: number };
      return roundsInput(database, PlanAsk.parse(asked), seed, now());
    },
    result: (outcome) => ({ noPlan: 'document' in (outcome as PlanOutcome) ? null : outcome }),
    keep: (database, outcome, tx, job) => keepPlan(database, outcome as PlanOutcome, job, tx),
  };
}
