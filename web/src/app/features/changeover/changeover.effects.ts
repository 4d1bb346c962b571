import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, map, merge, of, switchMap, tap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { STEP_NAMES } from '../../shared/words/changeover-words';
import { shopFeature } from '../shop/shop.state';
import { changeoverActions, changeoverFeature } from './changeover.state';

const refused = (problem: Problem) => of(changeoverActions.refused({ problem }));

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) => {
    const changeover = store.selectSignal(changeoverFeature.selectChangeover);
    return merge(
      actions.pipe(
        ofType(changeoverActions.opened),
        map(({ changeoverId }) => changeoverId),
      ),
      actions.pipe(
        ofType(changeoverActions.readAgain),
        map(() => changeover()?.id),
        filter((id) => id !== undefined),
      ),
    ).pipe(
      switchMap((changeoverId) =>
        api.call(routes.readChangeover, { params: { changeoverId } }).pipe(
          map((found) => changeoverActions.read({ changeover: found })),
          // What is half done here can go on without a network.
          catchError((problem: Problem) =>
            changeover()?.id === changeoverId && problem.status === 0
              ? EMPTY
              : of(changeoverActions.failed({ problem })),
          ),
        ),
      ),
    );
  },
  { functional: true },
);

export const begin = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(changeoverActions.begin),
      exhaustMap(({ key, machineId, begin: body }) =>
        api.call(routes.beginChangeover, { key, params: { machineId }, body }).pipe(
          map((changeover) => changeoverActions.begun({ changeover })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const show = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(changeoverActions.begun),
      tap(({ changeover: { id } }) => void router.navigate(['/changeovers', id])),
    ),
  { functional: true, dispatch: false },
);

/** A tick survives a network that drops: it is kept on the device, and counts there at once. */
export const tick = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(changeoverActions.tick),
      concatMap(({ key, tick: body }) => {
        const changeover = store.selectSignal(changeoverFeature.selectChangeover)();
        if (!changeover) return EMPTY;
        const { id: changeoverId, machineId, machineName } = changeover;
        const { step, outcome, tickedAt, swap } = body;
        const words = `${machineName}: changeover, ${STEP_NAMES[step]} ${outcome}`;
        const urgent = swap?.fragments === 'missing';
        const parts = { key, params: { machineId, changeoverId }, body };
        return outbox.send(routes.tickStep, parts, words, urgent).pipe(
          map((sent) => {
            if ('reply' in sent) return changeoverActions.logged({ changeover: sent.reply });
            const tickedBy = store.selectSignal(shopFeature.selectPerson)()?.name ?? '';
            const installId = swap === null || swap === undefined ? null : key;
            return changeoverActions.tickWaits({
              tick: { id: key, step, outcome, tickedAt, tickedBy, installId },
            });
          }),
          catchError(refused),
        );
      }),
    ),
  { functional: true },
);

export const end = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(changeoverActions.end),
      concatMap(({ key, end: body }) => {
        const changeover = store.selectSignal(changeoverFeature.selectChangeover)();
        if (!changeover) return EMPTY;
        const { id: changeoverId, machineId, machineName } = changeover;
        const words = `${machineName}: changeover ${body.ending}`;
        return outbox
          .send(routes.endChangeover, { key, params: { machineId, changeoverId }, body }, words)
          .pipe(
            map((sent) => {
              if ('reply' in sent) return changeoverActions.logged({ changeover: sent.reply });
              const endedBy = store.selectSignal(shopFeature.selectPerson)()?.name ?? '';
              const { ending, reason = '', endedAt } = body;
              return changeoverActions.endWaits({ end: { ending, reason, endedAt, endedBy } });
            }),
            catchError(refused),
          );
      }),
    ),
  { functional: true },
);

/** What was sent late is read back. */
export const settle = createEffect(
  (outbox = inject(Outbox)) => outbox.settled.pipe(map(() => changeoverActions.readAgain())),
  { functional: true },
);
