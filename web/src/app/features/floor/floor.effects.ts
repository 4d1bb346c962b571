import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, filter, map, of, switchMap, takeUntil } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient, watch } from '../../shared/api/api-client';
import { CAUSE_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { floorActions } from './floor.state';

const failed = (problem: Problem) => of(floorActions.failed({ problem }));

/** Read on opening, and again after each change, for the list of what was done. */
export const readFloor = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.opened, floorActions.machineChanged, floorActions.floorChanged),
      switchMap(() =>
        api.call(routes.readFloor).pipe(
          map((floor) => floorActions.floorRead({ floor })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** While the room is open the floor is read again whenever it changed, whoever changed it. */
export const followFloor = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(floorActions.opened),
      switchMap(() =>
        watch(routes.watchFloor, {}).pipe(
          filter((change) => change !== null),
          map(() => floorActions.floorChanged()),
          takeUntil(actions.pipe(ofType(floorActions.closed))),
        ),
      ),
    ),
  { functional: true },
);

export const changeNeedle = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.changeNeedle),
      concatMap(({ key, machine, cause, fragments, needle, changedAt }) =>
        api
          .call(routes.changeNeedle, {
            key,
            params: { machineId: machine.id },
            body: {
              removesInstallId: machine.needle?.installId ?? null,
              cause,
              fragments,
              needle,
              changedAt,
            },
          })
          .pipe(
            map((changed) =>
              floorActions.machineChanged({
                machine: changed,
                done: `${changed.name}: needle change logged, ${CAUSE_WORDS[cause]}.`,
              }),
            ),
            catchError(failed),
          ),
      ),
    ),
  { functional: true },
);

export const report = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.report),
      concatMap(({ key, machineId, report: body }) =>
        api.call(routes.reportTrouble, { key, params: { machineId }, body }).pipe(
          map((machine) =>
            floorActions.machineChanged({
              machine,
              done: `${machine.name}: ${TROUBLE_WORDS[body.trouble]}, reported.`,
            }),
          ),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const answer = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.answer),
      concatMap(({ key, reportId, answer: body }) =>
        api.call(routes.answerReport, { key, params: { reportId }, body }).pipe(
          map((machine) =>
            floorActions.machineChanged({ machine, done: `${machine.name}: report answered.` }),
          ),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const clear = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.clear),
      concatMap(({ key, machineId, clearance }) =>
        api.call(routes.clearMachine, { key, params: { machineId }, body: clearance }).pipe(
          map((machine) => floorActions.machineChanged({ machine, done: `${machine.name} may run again.` })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);
