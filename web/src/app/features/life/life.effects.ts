import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  distinctUntilChanged,
  EMPTY,
  exhaustMap,
  filter,
  from,
  map,
  merge,
  of,
  switchMap,
  withLatestFrom,
} from 'rxjs';
import { groupId } from '@gantelet/core';
import { newId, roleReaches, routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { followJobs } from '../../shared/jobs/follow-jobs';
import { shopFeature } from '../shop/shop.state';
import { LifeEngine } from './life-engine';
import { curveAges } from './life-curve';
import { lifeActions, lifeFeature } from './life.state';

const failed = (problem: Problem) => of(lifeActions.failed({ problem }));

/**
 * A completed fit brings a new report. Read again when one is started too: an answer under way would not include it.
 */
export const readView = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    merge(
      actions.pipe(ofType(lifeActions.opened, lifeActions.jobBegun)),
      actions.pipe(
        ofType(lifeActions.jobProgressed),
        filter(({ job }) => job.state === 'done'),
      ),
    ).pipe(
      switchMap(() =>
        api.call(routes.readLife).pipe(
          map((view) => lifeActions.viewRead({ view })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** Regrouped needles are fitted at once; the groups themselves are read again. */
export const regroup = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(lifeActions.regroup),
      exhaustMap(({ key, groupId: id, change: body }) =>
        api.call(routes.regroup, { key, params: { groupId: id }, body }).pipe(
          map((job) => lifeActions.jobBegun({ job })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const readLots = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(lifeActions.opened),
      switchMap(() =>
        api.call(routes.listLots).pipe(
          map((lots) => lifeActions.lotsRead({ lots })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const importPast = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(lifeActions.import),
      exhaustMap(({ key, rows }) =>
        api.call(routes.importPastStays, { key, body: { rows: [...rows] } }).pipe(
          map((result) => lifeActions.imported({ result })),
          catchError((problem: Problem) => of(lifeActions.importRefused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const fit = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(lifeActions.fit),
      exhaustMap(({ key }) =>
        api.call(routes.fitLives, { key }).pipe(
          map((job) => lifeActions.jobBegun({ job })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** If there has never been a fit, opening the room starts one for the first person who may. */
export const fitFirst = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(lifeActions.viewRead),
      withLatestFrom(store.select(shopFeature.selectPerson)),
      filter(
        ([{ view }, person]) =>
          !view.report && !view.job && roleReaches(person?.role ?? 'operator', 'mechanic'),
      ),
      map(() => lifeActions.fit({ key: newId() })),
    ),
  { functional: true },
);

export const cancel = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(lifeActions.cancel),
      exhaustMap(({ key, jobId }) =>
        api.call(routes.cancelJob, { key, params: { jobId } }).pipe(
          map((job) => lifeActions.jobProgressed({ job })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** Follows a running fit, whoever requested it. */
export const follow = createEffect(
  (store = inject(Store)) =>
    followJobs(store.select(lifeFeature.selectView).pipe(map((view) => view?.job))).pipe(
      map((job) => lifeActions.jobProgressed({ job })),
    ),
  { functional: true },
);

/** The band of the selected group is calculated in the worker. */
export const findBand = createEffect(
  (store = inject(Store), api = inject(ApiClient), engine = inject(LifeEngine)) =>
    store.select(lifeFeature.selectGroup).pipe(
      distinctUntilChanged(),
      switchMap((report) => {
        if (!report || 'why' in report.fit) return EMPTY;
        const id = groupId(report.group);
        return api.call(routes.readGroupEnds, { params: { groupId: id } }).pipe(
          switchMap((ends) => from(engine.band(ends, curveAges(report)))),
          map((band) => lifeActions.bandFound({ groupId: id, band })),
          catchError(() => EMPTY),
        );
      }),
    ),
  { functional: true },
);
