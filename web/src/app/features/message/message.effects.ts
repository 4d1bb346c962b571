import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { messageActions } from './message.state';

const refused = (problem: Problem) => of(messageActions.refused({ problem }));

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(messageActions.opened),
      switchMap(() =>
        api.call(routes.readMessages).pipe(
          map((view) => messageActions.read({ view })),
          catchError((problem: Problem) => of(messageActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const add = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(messageActions.add),
      exhaustMap(({ key, entry: body }) =>
        api.call(routes.addMessageTarget, { key, body }).pipe(
          map((added) => messageActions.added({ added })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const drop = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(messageActions.drop),
      exhaustMap(({ key, targetId, version }) =>
        api.call(routes.dropMessageTarget, { key, params: { targetId }, body: { version } }).pipe(
          map((view) => messageActions.read({ view })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);
