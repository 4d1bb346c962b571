import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { threadingActions } from './threading.state';

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(threadingActions.opened),
      switchMap(() =>
        api.call(routes.listThreadingCards).pipe(
          map((cards) => threadingActions.cardsRead({ cards })),
          catchError((problem: Problem) => of(threadingActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const write = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(threadingActions.write),
      exhaustMap(({ key, machineId, card: body }) =>
        api.call(routes.writeThreadingCard, { key, params: { machineId }, body }).pipe(
          map((card) => threadingActions.written({ card })),
          catchError((problem: Problem) => of(threadingActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);
