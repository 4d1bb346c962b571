import { isOpenJob, type Job } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import type { Subscribe } from '../http/handle.js';
import { readJob } from './job.store.js';

const LOOK_EVERY_MS = 300;

/** Reports a job's progress whenever it changes, whichever server runs it. */
export function watchJob(database: Database, first: Job): Subscribe<Job> {
  return (send) => {
    let last = '';
    const tell = (job: Job): void => {
      const now = JSON.stringify([job.state, job.progress]);
      if (now !== last) send(job);
      last = now;
      if (!isOpenJob(job)) clearInterval(looking);
    };
    const looking = setInterval(() => {
      readJob(database, first.id).then(tell, () => undefined);
    }, LOOK_EVERY_MS);
    tell(first);
    return () => {
      clearInterval(looking);
    };
  };
}
