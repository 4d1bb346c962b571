import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, exhaustMap, map, of, switchMap, withLatestFrom } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { tensionActions, tensionFeature } from './tension.state';

const failed = (problem: Problem) => of(tensionActions.failed({ problem }));

export const readView = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(tensionActions.opened, tensionActions.seamLogged),
      switchMap(({ setupId }) =>
        api.call(routes.readTension, { params: { setupId } }).pipe(
          map((view) => tensionActions.viewRead({ view })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const logSeam = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.logSeam),
      withLatestFrom(
        store.select(tensionFeature.selectTensionState),
        store.select(tensionFeature.selectTurns),
      ),
      exhaustMap(([{ key, sewnAt }, { view, draft }, turns]) => {
        const { grade, bothTight, bobbinDrop } = draft;
        if (!view || !grade) return EMPTY;
        const setupId = view.setup.id;
        return api
          .call(routes.logSeam, {
            key,
            params: { setupId },
            body: { turns, grade, bothTight, bobbinDrop, sewnAt },
          })
          .pipe(
            map(() => tensionActions.seamLogged({ setupId })),
            catchError(failed),
          );
      }),
    ),
  { functional: true },
);

export const markKnob = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.markKnob),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, knob }, view]) => {
        if (!view) return EMPTY;
        const { id: machineId, version } = view.machine;
        return api.call(routes.markKnob, { key, params: { machineId }, body: { ...knob, version } }).pipe(
          map((machine) => tensionActions.viewRead({ view: { ...view, machine } })),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);
