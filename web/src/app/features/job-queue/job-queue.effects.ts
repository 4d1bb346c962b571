import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  exhaustMap,
  filter,
  from,
  map,
  merge,
  of,
  switchMap,
  withLatestFrom,
  combineLatest,
} from 'rxjs';
import type { QueueJob } from '@gantelet/core';
import { roleReaches, routes, type Problem, type QueuedJob } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { JobQueueEngine } from './job-queue-engine';
import { jobQueueActions, jobQueueFeature } from './job-queue.state';
import { indexLanes, lanesOf, placedOf } from './placed-lanes';

const failed = (problem: Problem) => of(jobQueueActions.failed({ problem }));
const refused = (problem: Problem) => of(jobQueueActions.refused({ problem }));
const notWorkedOut = () =>
  failed({
    type: 'about:blank',
    title: 'The order could not be worked out.',
    status: 0,
    code: 'server.fault',
  });

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    merge(
      actions.pipe(ofType(jobQueueActions.opened)),
      // The arrangement was made from an outdated queue.
      actions.pipe(
        ofType(jobQueueActions.refused),
        filter(({ problem: { code } }) => code === 'queue.moved-on' || code === 'queue.gone'),
      ),
    ).pipe(
      switchMap(() =>
        api.call(routes.readJobQueue).pipe(
          map((queue) => jobQueueActions.queueRead({ queue })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** The threads of waiting jobs, read again after every change to the queue. */
export const readNeeds = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(jobQueueActions.opened, jobQueueActions.written),
      withLatestFrom(store.select(shopFeature.selectPerson)),
      switchMap(([, person]) =>
        roleReaches(person?.role ?? 'operator', 'mechanic')
          ? api.call(routes.readThreadNeeds).pipe(catchError(() => of([])))
          : of([]),
      ),
      map((needs) => jobQueueActions.needsRead({ needs })),
    ),
  { functional: true },
);

/** Once queue and machines are known, every machine is assessed for every job. */
export const findProblem = createEffect(
  (store = inject(Store), engine = inject(JobQueueEngine)) =>
    combineLatest([
      store.select(jobQueueFeature.selectQueue),
      store.select(matchFeature.selectBenchShop),
    ]).pipe(
      filter(([queue, { machines }]) => queue !== null && machines.length > 0),
      switchMap(([queue, shop]) => {
        const jobs = queue!.jobs.flatMap((job) => queueJobOf(job, shop));
        const jobIds = jobs.map(({ id }) => id);
        const machineIds = shop.machines.map(({ id }) => id);
        return from(engine.problem(jobs, shop.machines, shop)).pipe(
          map((problem) => jobQueueActions.problemFound({ problem, jobIds, machineIds })),
          catchError(notWorkedOut),
        );
      }),
    ),
  { functional: true },
);

type BenchShop = ReturnType<typeof matchFeature.selectBenchShop>;

/** A job with its set-up; none if the set-up was not read. */
function queueJobOf(job: QueuedJob, { setups, machines }: BenchShop): readonly QueueJob[] {
  const setup = setups.find(({ id }) => id === job.setupId);
  if (!setup) return [];
  const minutesIn = new Map(job.dueIn.map(({ zoneId, minutes }) => [zoneId, minutes]));
  const dueMinutes = Object.fromEntries(
    machines.flatMap(({ id, zone }) => {
      const minutes = minutesIn.get(zone.id);
      return minutes === undefined ? [] : [[id, minutes]];
    }),
  );
  const pinnedTo = job.pinned ? job.machineId : null;
  return [{ id: job.id, setup, sewMinutes: job.sewMinutes, dueMinutes, pinnedTo }];
}

export const workOut = createEffect(
  (actions = inject(Actions), store = inject(Store), engine = inject(JobQueueEngine)) =>
    actions.pipe(
      ofType(jobQueueActions.workOut),
      withLatestFrom(store.select(jobQueueFeature.selectJobQueueState)),
      exhaustMap(([, { queue, known, arranged }]) => {
        if (!queue || !known) return EMPTY;
        const stands = [lanesOf(queue, known.machineIds), ...(arranged ? [arranged] : [])];
        return from(
          engine.order(
            known.problem,
            stands.map((lanes) => indexLanes(lanes, known)),
          ),
        ).pipe(
          map(({ lanes, nowhere, proven }) =>
            jobQueueActions.workedOut({ lanes: placedOf(lanes, nowhere, known, queue.jobs), proven }),
          ),
          catchError(notWorkedOut),
        );
      }),
    ),
  { functional: true },
);

export const add = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(jobQueueActions.add),
      concatMap(({ key, entry: body }) =>
        api.call(routes.queueJob, { key, body }).pipe(
          map((queue) => jobQueueActions.written({ queue, done: 'Job added.' })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const order = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(jobQueueActions.order),
      concatMap(({ key, order: body }) =>
        api.call(routes.orderJobQueue, { key, body }).pipe(
          map((queue) => jobQueueActions.written({ queue, done: 'Order saved.' })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const end = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(jobQueueActions.end),
      concatMap(({ key, jobId, end: body }) =>
        api.call(routes.endQueuedJob, { key, params: { jobId }, body }).pipe(
          map((queue) =>
            jobQueueActions.written({ queue, done: body.ending === 'sewn' ? 'Job sewn.' : 'Job removed.' }),
          ),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
