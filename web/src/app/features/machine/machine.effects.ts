import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, forkJoin, map, of, switchMap, tap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { machineActions } from './machine.state';

const failed = (problem: Problem) => of(machineActions.failed({ problem }));

export const readLists = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.opened),
      switchMap(() =>
        forkJoin({ machines: api.call(routes.listMachines), zones: api.call(routes.listZones) }).pipe(
          map((lists) => machineActions.listsRead(lists)),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const save = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.save),
      exhaustMap(({ key, machine, entry }) => {
        const sent = machine
          ? api.call(routes.reviseMachine, {
              key,
              params: { machineId: machine.id },
              body: { ...entry, version: machine.version },
            })
          : api.call(routes.registerMachine, { key, body: entry });
        return sent.pipe(
          map((kept) => machineActions.saved({ machine: kept })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

/** A machine that was new has an address of its own now. */
export const showSaved = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(machineActions.saved),
      tap(({ machine }) => void router.navigateByUrl(`/machines/${machine.id}`)),
    ),
  { functional: true, dispatch: false },
);
