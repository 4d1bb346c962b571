import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  EMPTY,
  exhaustMap,
  filter,
  from,
  map,
  of,
  switchMap,
  withLatestFrom,
  type Observable,
} from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { catalogueActions } from '../catalogue/catalogue.state';
import { BalanceEngine } from './balance-engine';
import { tensionActions, tensionFeature } from './tension.state';

/** A failed search is reported: otherwise the last setting advised would look like the answer. */
const NO_SEARCH: Problem = {
  type: 'about:blank',
  title:
    'The next setting could not be calculated on this device. Your log is safe. Reload the page to try again.',
  status: 0,
  code: 'server.fault',
};

const failed = (problem: Problem) => of(tensionActions.failed({ problem }));
const refused = (problem: Problem) => of(tensionActions.refused({ problem }));

export const readView = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(tensionActions.opened, tensionActions.seamLogged, tensionActions.readingLogged),
      switchMap(({ setupId }) =>
        api.call(routes.readTension, { params: { setupId } }).pipe(
          map((view) => tensionActions.viewRead({ view })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/**
 * How people read seams changes with practice: read again with the room. Without it, nothing is assumed about the
 * judge.
 */
export const readJudges = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(tensionActions.opened),
      switchMap(() =>
        api.call(routes.listSeamJudges).pipe(
          map((judges) => tensionActions.judgesRead({ judges })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** The search uses the shop's own values. */
export const wantValues = createEffect(
  (actions = inject(Actions)) => actions.pipe(ofType(tensionActions.opened), map(catalogueActions.wanted)),
  { functional: true },
);

/** Every new question goes to the worker; an outdated answer is dropped. */
export const search = createEffect(
  (store = inject(Store), engine = inject(BalanceEngine)) =>
    store.select(tensionFeature.selectQuestion).pipe(
      filter((question) => question !== null),
      switchMap((question) =>
        from(engine.search(question)).pipe(
          map((found) => tensionActions.searched({ question, search: found })),
          catchError(() => failed(NO_SEARCH)),
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
        const { grade, bothTight, bobbinDrop, lockDepth, preTensionTurns, bobbinContrast } = draft;
        if (!view || !grade) return EMPTY;
        const body = {
          turns,
          grade,
          bothTight,
          bobbinDrop,
          lockDepth,
          preTensionTurns,
          bobbinContrast,
          sewnAt,
        };
        return logged(view.setup.id, (params) => api.call(routes.logSeam, { key, params, body }));
      }),
    ),
  { functional: true },
);

export const logStrip = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.logStrip),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, seams }, view]) =>
        view
          ? logged(view.setup.id, (params) =>
              api.call(routes.logStrip, { key, params, body: { seams: [...seams] } }),
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);

export const withdrawSeam = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.withdrawSeam),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, entryId }, view]) =>
        view
          ? logged(view.setup.id, () =>
              api.call(routes.withdrawEntry, { key, body: { log: 'test-seam', entryId } }),
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);

export const logBobbin = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.logBobbin),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, reading }, view]) =>
        view
          ? logged(
              view.setup.id,
              (params) => api.call(routes.logBobbin, { key, params, body: reading }),
              tensionActions.readingLogged,
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);

/** Actions on the machine's bobbin cases. */
export const writeCase = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.putCaseIn, tensionActions.addCase, tensionActions.reviseCase),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([action, view]) =>
        view
          ? logged(view.setup.id, () => sendCase(api, action, view.machine.id), tensionActions.readingLogged)
          : EMPTY,
      ),
    ),
  { functional: true },
);

function sendCase(
  api: ApiClient,
  action: ReturnType<
    typeof tensionActions.putCaseIn | typeof tensionActions.addCase | typeof tensionActions.reviseCase
  >,
  machineId: string,
): Observable<unknown> {
  const { key } = action;
  const params = { machineId };
  if ('swap' in action) return api.call(routes.putBobbinCaseIn, { key, params, body: action.swap });
  if ('entry' in action) return api.call(routes.addBobbinCase, { key, params, body: action.entry });
  const { caseId, change } = action;
  return api.call(routes.changeBobbinCase, { key, params: { caseId }, body: change });
}

export const logGauge = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.logGauge),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, reading }, view]) =>
        view
          ? logged(
              view.setup.id,
              (params) => api.call(routes.logGauge, { key, params, body: reading }),
              tensionActions.readingLogged,
            )
          : EMPTY,
      ),
    ),
  { functional: true },
);

/** The view is read again after anything is logged. */
function logged(
  setupId: string,
  send: (params: { setupId: string }) => Observable<unknown>,
  done: typeof tensionActions.seamLogged | typeof tensionActions.readingLogged = tensionActions.seamLogged,
) {
  return send({ setupId }).pipe(
    map(() => done({ setupId })),
    catchError(refused),
  );
}

export const keepSetting = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(tensionActions.keepSetting),
      withLatestFrom(store.select(tensionFeature.selectView)),
      exhaustMap(([{ key, kept }, view]) =>
        view
          ? logged(
              view.setup.id,
              (params) => api.call(routes.keepSetting, { key, params, body: kept }),
              tensionActions.readingLogged,
            )
          : EMPTY,
      ),
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
          catchError(refused),
        );
      }),
    ),
  { functional: true },
);
