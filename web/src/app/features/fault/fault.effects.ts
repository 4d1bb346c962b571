import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, EMPTY, exhaustMap, map, of, switchMap } from 'rxjs';
import { evidenceOfLogs } from '@gantelet/core';
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

/** What the logs say about the machine; without it the finder relies on what it is told. */
export const facts = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(faultActions.begin),
      switchMap(({ machineId, beganAt }) =>
        machineId === null
          ? EMPTY
          : api.call(routes.readFaultFacts, { params: { machineId } }).pipe(
              map((said) => faultActions.factsRead({ beganAt, evidence: evidenceOfLogs(said) })),
              catchError(() => EMPTY),
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
