import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, forkJoin, map, of, switchMap, tap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { serviceName } from '../../shared/words/history-words';
import { machineActions } from './machine.state';

const failed = (problem: Problem) => of(machineActions.failed({ problem }));
const refused = (problem: Problem) => of(machineActions.refused({ problem }));

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

export const readRetired = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.opened, machineActions.retirementSaved),
      switchMap(() =>
        api.call(routes.listRetiredMachines).pipe(
          map((retired) => machineActions.retiredRead({ retired })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const retire = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), router = inject(Router)) =>
    actions.pipe(
      ofType(machineActions.retire),
      exhaustMap(({ key, machine: { id: machineId, version }, retired }) =>
        api.call(routes.retireMachine, { key, params: { machineId }, body: { retired, version } }).pipe(
          tap(() => void router.navigateByUrl('/machines')),
          map((machine) => machineActions.retirementSaved({ machine, retired })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

/** The latest is read again after each write. */
export const readHistory = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(
        machineActions.historyOpened,
        machineActions.serviceLogged,
        machineActions.withdrawn,
        machineActions.historyWanted,
      ),
      switchMap((asked) => {
        const onward = asked.type === machineActions.historyWanted.type;
        const query = onward ? { before: asked.before } : {};
        return api.call(routes.readHistory, { params: { machineId: asked.machineId }, query }).pipe(
          map((history) => machineActions.historyRead({ history, onward })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const readServices = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.historyOpened, machineActions.withdrawn),
      switchMap(({ machineId }) =>
        api.call(routes.readServices, { params: { machineId } }).pipe(
          map((services) => machineActions.servicesRead({ services })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const logService = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.logService),
      exhaustMap(({ key, machineId, service }) =>
        api.call(routes.logService, { key, params: { machineId }, body: service }).pipe(
          map((services) =>
            machineActions.serviceLogged({
              machineId,
              services,
              done: `${serviceName(services.find(({ kind }) => kind === service.kind)!)}: logged.`,
            }),
          ),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const withdrawPieces = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.withdrawPieces),
      exhaustMap(({ key, machineId, piecesId }) =>
        api.call(routes.withdrawPieces, { key, params: { piecesId }, body: {} }).pipe(
          map(() =>
            machineActions.withdrawn({
              machineId,
              done: 'Pieces removed; the hours of needles from that time have been recalculated.',
            }),
          ),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const withdrawEntry = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.withdrawEntry),
      exhaustMap(({ key, machineId, entry }) =>
        api.call(routes.withdrawEntry, { key, body: entry }).pipe(
          map(() =>
            machineActions.withdrawn({
              machineId,
              done: 'Removed. It stays in the history but no longer counts.',
            }),
          ),
          catchError(refused),
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
          catchError(refused),
        );
      }),
    ),
  { functional: true },
);

export const importList = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(machineActions.import),
      exhaustMap(({ key, rows }) =>
        api.call(routes.importMachines, { key, body: { rows: [...rows] } }).pipe(
          switchMap((result) => of(machineActions.imported({ result }), machineActions.opened())),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

/** A newly registered machine now has an address of its own. */
export const showSaved = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(machineActions.saved),
      tap(({ machine }) => void router.navigateByUrl(`/machines/${machine.id}`)),
    ),
  { functional: true, dispatch: false },
);
