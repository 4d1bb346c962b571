import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, map, of, switchMap, withLatestFrom } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { practiceActions, practiceFeature } from './practice.state';

const failed = (problem: Problem) => of(practiceActions.failed({ problem }));

export const readRuns = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(practiceActions.opened),
      switchMap(() =>
        api.call(routes.listPracticeRuns).pipe(
          map((runs) => practiceActions.runsRead({ runs })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const keepRun = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(practiceActions.calledBalanced),
      withLatestFrom(store.select(practiceFeature.selectRun)),
      exhaustMap(([{ key, finishedAt }, run]) =>
        run
          ? api.call(routes.logPracticeRun, { key, body: { ...run, finishedAt } }).pipe(
              map((kept) => practiceActions.runKept({ run: kept })),
              catchError(failed),
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);
