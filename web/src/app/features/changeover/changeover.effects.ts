import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, EMPTY, exhaustMap, filter, map, merge, of, switchMap, tap } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { STEP_NAMES } from '../../shared/words/changeover-words';
import { floorFeature } from '../floor/floor.state';
import { matchFeature } from '../match/match.state';
import { shopFeature } from '../shop/shop.state';
import { begunHere } from './begun-here';
import { changeoverActions, changeoverFeature } from './changeover.state';

const refused = (problem: Problem) => of(changeoverActions.refused({ problem }));

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient), store = inject(Store)) => {
    const changeover = store.selectSignal(changeoverFeature.selectChangeover);
    const waiting = store.selectSignal(changeoverFeature.selectWaiting);
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
          // An open changeover can go on without a network, and before the server knows of it.
          catchError((problem: Problem) =>
            changeover()?.id === changeoverId && (problem.status === 0 || waiting().includes(changeoverId))
              ? EMPTY
              : of(changeoverActions.failed({ problem })),
          ),
        ),
      ),
    );
  },
  { functional: true },
);

/** Without a network it starts on this device, if everything its steps depend on is known here. */
export const begin = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) => {
    const shop = store.selectSignal(matchFeature.selectBenchShop);
    const onFloor = store.selectSignal(floorFeature.selectMachines);
    const person = store.selectSignal(shopFeature.selectPerson);
    return actions.pipe(
      ofType(changeoverActions.begin),
      exhaustMap(({ key, machineId, begin: body }) => {
        const standing = onFloor().find(({ id }) => id === machineId);
        const here = begunHere({ id: key, machineId, ...body }, standing?.needle ?? null, person(), shop());
        const words = `${here?.machineName ?? 'A machine'}: changeover started to ${here?.to.name ?? 'a job'}`;
        return outbox.send(routes.beginChangeover, { key, params: { machineId }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? changeoverActions.begun({ changeover: sent.reply })
              : changeoverActions.beginWaits({ changeover: here }),
          ),
          catchError(refused),
        );
      }),
    );
  },
  { functional: true },
);

export const show = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(changeoverActions.begun, changeoverActions.beginWaits),
      tap(({ changeover }) => {
        if (changeover) void router.navigate(['/changeovers', changeover.id]);
      }),
    ),
  { functional: true, dispatch: false },
);

/** A tick survives a dropped connection: it is stored on the device and counts there at once. */
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

/** What was sent late is read again. */
export const settle = createEffect(
  (outbox = inject(Outbox)) => outbox.settled.pipe(map(() => changeoverActions.readAgain())),
  { functional: true },
);
