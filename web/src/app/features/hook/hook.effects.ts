import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { hookActions } from './hook.state';

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(hookActions.opened),
      switchMap(({ machineId }) =>
        api.call(routes.listHookChecks, { params: { machineId } }).pipe(
          map((checks) => hookActions.checksRead({ machineId, checks })),
          catchError((problem: Problem) => of(hookActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const log = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(hookActions.log),
      concatMap(({ key, machineId, entry: body }) =>
        outbox.send(routes.logHookCheck, { key, params: { machineId }, body }, 'A hook check').pipe(
          map((sent) =>
            'reply' in sent
              ? hookActions.written({ machineId, checks: sent.reply, done: 'Logged.' })
              : hookActions.waits(),
          ),
          catchError((problem: Problem) => of(hookActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const withdraw = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(hookActions.withdraw),
      concatMap(({ key, machineId, checkId: entryId }) =>
        api.call(routes.withdrawEntry, { key, body: { log: 'hook-check', entryId } }).pipe(
          switchMap(() => api.call(routes.listHookChecks, { params: { machineId } })),
          map((checks) => hookActions.written({ machineId, checks, done: 'Removed.' })),
          catchError((problem: Problem) => of(hookActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);
