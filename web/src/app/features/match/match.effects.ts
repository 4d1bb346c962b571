import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import {
  catchError,
  EMPTY,
  exhaustMap,
  filter,
  forkJoin,
  map,
  of,
  switchMap,
  tap,
  withLatestFrom,
  type Observable,
} from 'rxjs';
import { nameOfNeedle } from '@gantelet/core';
import { routes, type Problem, type Setup, type SetupWork } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { catalogueActions } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import type { BenchDraft } from './bench-draft';
import { matchActions, matchFeature } from './match.state';

const failed = (problem: Problem) => of(matchActions.failed({ problem }));
const refused = (problem: Problem) => of(matchActions.refused({ problem }));

export const readLists = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(matchActions.opened),
      switchMap(() =>
        forkJoin({
          machines: api.call(routes.listMachines),
          setups: api.call(routes.listSetups),
          balanced: api.call(routes.listBalanced),
          cases: api.call(routes.listBobbinCases),
          timings: api.call(routes.listStepTimings),
          hands: api.call(routes.listHandSettings),
        }).pipe(
          map((lists) => matchActions.listsRead(lists)),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** The answers use the shop's own values. */
export const wantValues = createEffect(
  (actions = inject(Actions)) => actions.pipe(ofType(matchActions.opened), map(catalogueActions.wanted)),
  { functional: true },
);

export const importCards = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(matchActions.importCards),
      exhaustMap(({ key, cards }) =>
        api.call(routes.importSetupCards, { key, body: { cards: [...cards] } }).pipe(
          switchMap((result) => of(matchActions.cardsImported({ result }), matchActions.opened())),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const readSetup = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(matchActions.setupChosen),
      switchMap(({ setupId }) =>
        api.call(routes.readSetup, { params: { setupId } }).pipe(
          map((setup) => matchActions.setupRead({ setup })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const save = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(matchActions.save),
      withLatestFrom(
        store.select(matchFeature.selectDraft),
        store.select(matchFeature.selectAnswer),
        store.select(shopFeature.selectShop),
      ),
      exhaustMap(([{ key, asNew }, draft, { reading, chosen, question }, shop]) => {
        if (!reading || !chosen || !question || !draft.machineId || !shop) return EMPTY;
        const work: SetupWork = {
          name: draft.name,
          machineId: draft.machineId,
          layers: [...draft.layers],
          thread: { label: draft.threadText, tex: reading.tex, constructionId: draft.constructionId },
          needle: nameOfNeedle(chosen),
          plateHoleMm: question.machine.plateHoleMm,
          stitchLengthMm: draft.stitchLengthMm,
          schools: draft.schools ?? shop.schools,
        };
        return sent(api, key, asNew, draft, work).pipe(
          map((setup) => matchActions.saved({ setup })),
          catchError(refused),
        );
      }),
    ),
  { functional: true },
);

function sent(
  api: ApiClient,
  key: string,
  asNew: boolean,
  { saved }: BenchDraft,
  work: SetupWork,
): Observable<Setup> {
  if (saved === null || asNew) return api.call(routes.saveSetup, { key, body: work });
  const body = { ...work, version: saved.version };
  return api.call(routes.reviseSetup, { key, params: { setupId: saved.id }, body });
}

export const showSaved = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(matchActions.saved),
      tap(({ setup }) => void router.navigateByUrl(`/bench/${setup.id}`)),
    ),
  { functional: true, dispatch: false },
);

export const makePresent = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) =>
    actions.pipe(
      ofType(matchActions.makePresent),
      withLatestFrom(store.select(matchFeature.selectDraft), store.select(matchFeature.selectMachine)),
      filter(([, draft, machine]) => draft.saved !== null && machine !== null),
      exhaustMap(([{ key }, draft, machine]) =>
        api
          .call(routes.setPresentSetup, {
            key,
            params: { machineId: machine!.id },
            body: { setupId: draft.saved!.id, version: machine!.version },
          })
          .pipe(
            map((changed) => matchActions.machineChanged({ machine: changed })),
            catchError(refused),
          ),
      ),
    ),
  { functional: true },
);
