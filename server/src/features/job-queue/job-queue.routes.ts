import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { endQueuedJob, orderJobQueue, queueJob, readJobQueue, reviseQueuedJob } from './job-queue.service.js';

export function jobQueueRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.readJobQueue, () => readJobQueue(database, now())),
    write(routes.queueJob, ({ body, key, person }, tx) => queueJob(database, key, body, person, now(), tx)),
    write(routes.orderJobQueue, ({ body }, tx) => orderJobQueue(database, body, now(), tx)),
    write(routes.reviseQueuedJob, ({ params, body }, tx) =>
      reviseQueuedJob(database, params.jobId, body, now(), tx),
    ),
    write(routes.endQueuedJob, ({ params, body, person }, tx) =>
      endQueuedJob(database, params.jobId, body, person, now(), tx),
    ),
  ];
}
