import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { faultActions } from './fault.state';

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(faultActions.opened),
      switchMap(() =>
        api.call(routes.listFaultCases).pipe(
          map((cases) => faultActions.casesRead({ cases })),
          catchError((problem: Problem) => of(faultActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const log = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(faultActions.log),
      exhaustMap(({ key, fault: body }) =>
        api.call(routes.logFaultCase, { key, body }).pipe(
          map((fault) => faultActions.logged({ fault })),
          catchError((problem: Problem) => of(faultActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);
