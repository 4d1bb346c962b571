import { routes, type LivesReport } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, stream, write, type Handled } from '../../http/handle.js';
import type { JobWork } from '../../jobs/job-runner.js';
import { cancelJob, queueJob, readJob } from '../../jobs/job.store.js';
import { watchJob } from '../../jobs/watch-job.js';
import { regroup } from './grouping.service.js';
import { groupEnds, intervalChanges, keepIntervals, livesInput, readLife } from './life.service.js';

export function lifeRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.readLife, () => readLife(database)),
    answer(routes.readGroupEnds, ({ params }) => groupEnds(database, params.groupId, now())),
    answer(routes.listIntervalChanges, () => intervalChanges(database, now())),
    write(routes.fitLives, ({ key, person }, tx) =>
      queueJob(database, key, 'fit-lives', person.id, now(), tx),
    ),
    write(routes.regroup, async ({ params, body, key, person }, tx) => {
      await regroup(database, params.groupId, body, person, now(), tx);
      return queueJob(database, key, 'fit-lives', person.id, now(), tx);
    }),
    write(routes.cancelJob, ({ params }, tx) => cancelJob(database, params.jobId, now(), tx)),
    stream(routes.watchJob, async ({ params }) => watchJob(database, await readJob(database, params.jobId))),
  ];
}

/** How all lives are fitted. */
export function fitLives(now: () => Date): JobWork {
  return {
    worker: new URL('./assess-lives.worker.js', import.meta.url),
    input: (database) => livesInput(database, now()),
    keep: (database, result, tx) => keepIntervals(database, result as LivesReport, tx),
  };
}
