import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, map, of, switchMap } from 'rxjs';
import { roleReaches, routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { shopFeature } from '../shop/shop.state';
import { nowActions } from './now.state';

const failed = (problem: Problem) => of(nowActions.failed({ problem }));

export const readIntervals = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(nowActions.opened),
      switchMap(() =>
        api.call(routes.listIntervalChanges).pipe(
          map((intervals) => nowActions.intervalsRead({ intervals })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** Only mechanics decide on counter jumps, so nobody else asks. */
export const readLeaps = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(nowActions.opened),
      switchMap(() => {
        const role = store.selectSignal(shopFeature.selectPerson)()?.role ?? 'operator';
        if (!roleReaches(role, 'mechanic')) return EMPTY;
        return api.call(routes.listCounterLeaps).pipe(
          map((leaps) => nowActions.leapsRead({ leaps })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const decideLeap = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(nowActions.decideLeap),
      concatMap(({ key, leap, accepted }) =>
        api.call(routes.decideCounterLeap, { key, params: { leapId: leap.id }, body: { accepted } }).pipe(
          map(() =>
            nowActions.leapDecided({
              leapId: leap.id,
              done: `${leap.machineName}: ${accepted ? 'jump counted' : 'jump left out'}.`,
            }),
          ),
          catchError((problem: Problem) => of(nowActions.leapRefused({ leapId: leap.id, problem }))),
        ),
      ),
    ),
  { functional: true },
);
