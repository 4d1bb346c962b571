import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { shopFeature } from '../shop/shop.state';
import { safekeepingActions } from './safekeeping.state';

const refused = (problem: Problem) => of(safekeepingActions.refused({ problem }));

/** Only the lead looks after the shop's data, so nobody else asks. */
export const readSafekeeping = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(safekeepingActions.opened),
      switchMap(() => {
        if (store.selectSignal(shopFeature.selectPerson)()?.role !== 'lead') return EMPTY;
        return api.call(routes.readSafekeeping).pipe(
          map((safekeeping) => safekeepingActions.read({ safekeeping })),
          catchError((problem: Problem) => of(safekeepingActions.failed({ problem }))),
        );
      }),
    ),
  { functional: true },
);

export const reviseRule = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(safekeepingActions.reviseRule),
      exhaustMap(({ key, rule: body }) =>
        api.call(routes.reviseSafekeepingRule, { key, body }).pipe(
          map((safekeeping) => safekeepingActions.saved({ safekeeping, said: 'Saved.' })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const liftLock = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(safekeepingActions.liftLock),
      exhaustMap(({ key, personId, name }) =>
        api.call(routes.liftLock, { key, params: { personId }, body: {} }).pipe(
          map((safekeeping) => safekeepingActions.saved({ safekeeping, said: `${name} can sign in again.` })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
