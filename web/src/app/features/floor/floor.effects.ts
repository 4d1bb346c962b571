import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, filter, map, of, switchMap, takeUntil, withLatestFrom } from 'rxjs';
import { routes, type Problem } from '@gantelet/contracts';
import { ApiClient, watch } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { CAUSE_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { shopFeature } from '../shop/shop.state';
import { floorActions, floorFeature } from './floor.state';

const KEPT_HERE = 'kept on this device, sent when the network is back.';

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

/** A change survives a network that drops: it is kept on the device, and counts there at once. */
export const changeNeedle = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.changeNeedle),
      withLatestFrom(store.select(shopFeature.selectPerson)),
      concatMap(([{ key, machine, cause, fragments, needle, changedAt }, person]) => {
        const removesInstallId = machine.needle?.installId ?? null;
        const body = { removesInstallId, cause, fragments, needle, changedAt };
        const words = `${machine.name}: needle change, ${CAUSE_WORDS[cause]}`;
        return outbox.send(routes.changeNeedle, { key, params: { machineId: machine.id }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? floorActions.machineChanged({
                  machine: sent.reply,
                  done: `${sent.reply.name}: needle change logged, ${CAUSE_WORDS[cause]}.`,
                })
              : floorActions.changeWaits({
                  machineId: machine.id,
                  needle: {
                    ...needle,
                    installId: key,
                    installedAt: changedAt,
                    installedBy: person?.name ?? '',
                  },
                  done: `${words}: ${KEPT_HERE}`,
                }),
          ),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

export const report = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.report),
      withLatestFrom(store.select(floorFeature.selectMachines), store.select(shopFeature.selectPerson)),
      concatMap(([{ key, machineId, report: body }, machines, person]) => {
        const name = machines.find(({ id }) => id === machineId)?.name ?? '';
        const words = `${name}: ${TROUBLE_WORDS[body.trouble]}`;
        return outbox.send(routes.reportTrouble, { key, params: { machineId }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? floorActions.machineChanged({ machine: sent.reply, done: `${words}, reported.` })
              : floorActions.reportWaits({
                  machineId,
                  report: { id: key, ...body, reportedBy: person?.name ?? '' },
                  done: `${words}: ${KEPT_HERE}`,
                }),
          ),
          catchError(failed),
        );
      }),
    ),
  { functional: true },
);

/** What was sent late is read back; what was refused late is said. */
export const settle = createEffect(
  (outbox = inject(Outbox)) =>
    outbox.settled.pipe(
      map(({ write, problem }) =>
        problem
          ? floorActions.failed({ problem: { ...problem, title: `${write.words}: ${problem.title}` } })
          : floorActions.floorChanged(),
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
