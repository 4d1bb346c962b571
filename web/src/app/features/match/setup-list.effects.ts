import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { matchActions } from './match.state';
import { setupListActions } from './setup-list.state';

export const importList = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(setupListActions.import),
      exhaustMap(({ key, rows }) =>
        api.call(routes.importSetupList, { key, body: { rows: [...rows] } }).pipe(
          switchMap((result) => of(setupListActions.imported({ result }), matchActions.opened())),
          catchError((problem: Problem) => of(setupListActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);
