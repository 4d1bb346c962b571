import { distinctUntilChanged, EMPTY, filter, map, switchMap, takeWhile, type Observable } from 'rxjs';
import { isOpenJob, routes, type Job } from '@gantelet/contracts';
import { watch } from '../api/api-client';

/** Follows a running job until it is over, whoever requested it. */
export function followJobs(jobs: Observable<Job | null | undefined>): Observable<Job> {
  return jobs.pipe(
    map((job) => (job && isOpenJob(job) ? job.id : null)),
    distinctUntilChanged(),
    switchMap((jobId) =>
      jobId === null
        ? EMPTY
        : watch(routes.watchJob, { jobId }).pipe(
            filter((job) => job !== null),
            takeWhile(isOpenJob, true),
          ),
    ),
  );
}
