import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, exhaustMap, map, of, switchMap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { serviceActions } from './service.state';

const failed = (problem: Problem) => of(serviceActions.failed({ problem }));

export const readDue = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(serviceActions.dueWanted),
      switchMap(() =>
        api.call(routes.listServicesDue).pipe(
          map((due) => serviceActions.dueRead({ due })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const logOnTheWay = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(serviceActions.logOnTheWay),
      concatMap(({ key, service, doneAt }) => {
        const { machineId, machineName, kind } = service;
        const body = { kind, note: '', doneAt };
        const words = `A service of ${machineName}`;
        return outbox.send(routes.logService, { key, params: { machineId }, body }, words).pipe(
          map((sent) => serviceActions.loggedOnTheWay({ service, waits: 'waits' in sent })),
          catchError((problem: Problem) => of(serviceActions.notLogged({ service, problem }))),
        );
      }),
    ),
  { functional: true },
);

export const readKinds = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(serviceActions.kindsOpened),
      switchMap(() =>
        api.call(routes.listServiceKinds).pipe(
          map((kinds) => serviceActions.kindsRead({ kinds, done: '' })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const writeKind = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(serviceActions.addKind, serviceActions.changeKind),
      exhaustMap((action) => {
        const sent =
          'entry' in action
            ? api.call(routes.addServiceKind, { key: action.key, body: action.entry })
            : api.call(routes.changeServiceKind, {
                key: action.key,
                params: { kindId: action.kindId },
                body: action.change,
              });
        const { name } = 'entry' in action ? action.entry : action.change;
        const dropped = 'change' in action && action.change.dropped;
        return sent.pipe(
          map((kinds) =>
            serviceActions.kindsRead({ kinds, done: `${name}: ${dropped ? 'removed' : 'saved'}.` }),
          ),
          catchError((problem: Problem) => of(serviceActions.refused({ problem }))),
        );
      }),
    ),
  { functional: true },
);
