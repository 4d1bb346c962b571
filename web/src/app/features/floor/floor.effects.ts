import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store, type Action } from '@ngrx/store';
import { catchError, concatMap, EMPTY, filter, map, merge, of, switchMap, takeUntil, timer } from 'rxjs';
import { routes, type FloorMachine, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { otherThanRead, watchWhileOpen } from '../../shared/api/watch-while-open';
import { Outbox } from '../../shared/outbox/outbox';
import { KEPT_HERE } from '../../shared/words/outbox-words';
import { TAKE_BACK_MS, takeBackChange } from '../../shared/outbox/take-back';
import { CAUSE_WORDS, TROUBLE_WORDS } from '../../shared/words/floor-words';
import { shopFeature } from '../shop/shop.state';
import { floorActions, floorFeature, type UndoableChange } from './floor.state';
import { counted as countedText } from '../../shared/locale';

const READ_AGAIN_MS = 5000;

const failed = (problem: Problem) => of(floorActions.failed({ problem }));
const refused = (key: string) => (problem: Problem) => of(floorActions.refused({ key, problem }));

/** Read on opening, and again after each write: an answer that was under way then would show the earlier state. */
export const readFloor = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    merge(
      actions.pipe(
        ofType(
          floorActions.opened,
          floorActions.machineChanged,
          floorActions.kept,
          floorActions.floorChanged,
        ),
      ),
      actions.pipe(
        ofType(floorActions.spotCheckLogged),
        filter(({ zone }) => zone !== null),
      ),
    ).pipe(
      switchMap(() =>
        api.call(routes.readFloor).pipe(
          map((floor) => floorActions.floorRead({ floor })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** A floor that could not be read at first is retried until it can be. */
export const readAgain = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.failed),
      filter(() => store.selectSignal(floorFeature.selectFloor)() === null),
      switchMap(() => timer(READ_AGAIN_MS).pipe(takeUntil(actions.pipe(ofType(floorActions.closed))))),
      map(() => floorActions.floorChanged()),
    ),
  { functional: true },
);

/** While the room is open the floor is read again whenever it changes, whoever changed it. */
export const followFloor = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    watchWhileOpen(
      routes.watchFloor,
      actions.pipe(ofType(floorActions.opened)),
      actions.pipe(ofType(floorActions.closed)),
    ).pipe(
      // A version this page has already read, for example after its own write, is no news.
      switchMap(({ version }) => otherThanRead(store.select(floorFeature.selectFloor), version)),
      map(() => floorActions.floorChanged()),
    ),
  { functional: true },
);

/** The server's response to a change. A refused change still stops the machine when a piece is missing. */
function changeLogged(
  machine: FloorMachine,
  { key, cause, fragments, keptInPocket }: ReturnType<typeof floorActions.changeNeedle>,
  undo: UndoableChange,
): Action {
  if (fragments === 'missing' && machine.needle?.installId !== key) {
    const done = `${machine.name} is stopped for the missing piece. The needle change was not logged: check which needle is in it.`;
    return floorActions.machineChanged({ key, machine, done });
  }
  const pocket = keptInPocket === null ? '' : `, the old one in pocket ${keptInPocket}`;
  const done = `${machine.name}: needle change logged, ${CAUSE_WORDS[cause]}${pocket}.`;
  return floorActions.machineChanged({ key, machine, done, undo });
}

/** A change survives a dropped connection: it is stored on the device and counts there at once. */
export const changeNeedle = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.changeNeedle),
      concatMap((said) => {
        const person = store.selectSignal(shopFeature.selectPerson)();
        const { key, machine, cause, needle, partUsed, changedAt } = said;
        const body = {
          removesInstallId: machine.needle?.installId ?? null,
          partUsedId: partUsed?.id ?? null,
          cause,
          fragments: said.fragments,
          needle,
          lotId: said.lotId,
          keptInPocket: said.keptInPocket,
          changedAt,
        };
        const undo = { installId: key, before: machine };
        const missing = said.fragments === 'missing';
        const words = `${machine.name}: needle change, ${CAUSE_WORDS[cause]}`;
        const by = person?.name ?? '';
        const sent = outbox.send(
          routes.changeNeedle,
          { key, params: { machineId: machine.id }, body },
          words,
          missing,
        );
        return sent.pipe(
          map((sent) =>
            'reply' in sent
              ? changeLogged(sent.reply, said, undo)
              : floorActions.changeWaits({
                  key,
                  machineId: machine.id,
                  needle: {
                    ...needle,
                    installId: key,
                    installedAt: changedAt,
                    installedBy: by,
                    lotCode: partUsed?.lotCode ?? null,
                    entryHours: partUsed?.runningHours ?? 0,
                  },
                  stop: missing ? { id: key, at: changedAt, personName: by } : null,
                  // Undone here it would never be sent, and the server would not know of the piece.
                  undo: missing ? null : undo,
                  done: `${words}: ${KEPT_HERE}`,
                }),
          ),
          catchError(refused(key)),
        );
      }),
    ),
  { functional: true },
);

export const report = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.report),
      concatMap(({ key, machineId, report: body }) => {
        const machines = store.selectSignal(floorFeature.selectMachines)();
        const person = store.selectSignal(shopFeature.selectPerson)();
        const name = machines.find(({ id }) => id === machineId)?.name ?? '';
        const words = `${name}: ${TROUBLE_WORDS[body.trouble]}`;
        return outbox.send(routes.reportTrouble, { key, params: { machineId }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? floorActions.machineChanged({ key, machine: sent.reply, done: `${words}, reported.` })
              : floorActions.reportWaits({
                  key,
                  machineId,
                  report: { id: key, ...body, reportedBy: person?.name ?? '' },
                  done: `${words}: ${KEPT_HERE}`,
                }),
          ),
          catchError(refused(key)),
        );
      }),
    ),
  { functional: true },
);

export const closeUndo = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(floorActions.machineChanged, floorActions.changeWaits),
      switchMap(({ undo }) =>
        undo
          ? timer(TAKE_BACK_MS).pipe(map(() => floorActions.undoClosed({ installId: undo.installId })))
          : EMPTY,
      ),
    ),
  { functional: true },
);

export const undo = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(floorActions.undo),
      concatMap(({ key, undo: { installId, before } }) => {
        const taken = `${before.name}: needle change undone.`;
        return takeBackChange(outbox, key, { machineId: before.id, installId }).pipe(
          map((machine) =>
            machine
              ? floorActions.machineChanged({
                  key,
                  machine,
                  done:
                    machine.stops.length > 0
                      ? `${taken} It stays stopped until a mechanic clears it.`
                      : taken,
                })
              : floorActions.changeWithdrawn({ key, undo: { installId, before }, done: taken }),
          ),
          catchError(refused(key)),
        );
      }),
    ),
  { functional: true },
);

export const discard = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.discard),
      concatMap(({ key, partUsedId }) =>
        api.call(routes.discardPartUsed, { key, params: { partUsedId }, body: {} }).pipe(
          map(() => floorActions.kept({ key, done: 'Part-used needle discarded to the sharps box.' })),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);

export const moveToPocket = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.moveToPocket),
      concatMap(({ key, partUsedId, pocket }) =>
        api.call(routes.moveToPocket, { key, params: { partUsedId }, body: { pocket } }).pipe(
          map(() => floorActions.kept({ key, done: `Part-used needle moved to pocket ${pocket}.` })),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);

export const emptySharps = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.emptySharps),
      concatMap(({ key, counted }) =>
        api.call(routes.emptySharps, { key, body: { counted } }).pipe(
          map(() =>
            floorActions.kept({
              key,
              done: `Sharps box emptied, ${countedText(counted, 'needle')} counted.`,
            }),
          ),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);

export const logPieces = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox), store = inject(Store)) =>
    actions.pipe(
      ofType(floorActions.logPieces),
      concatMap(({ key, machineId, pieces: body }) => {
        const machines = store.selectSignal(floorFeature.selectMachines)();
        const name = machines.find(({ id }) => id === machineId)?.name ?? '';
        const words = `${name}: ${countedText(body.pieces, 'piece')}`;
        return outbox.send(routes.logPieces, { key, params: { machineId }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? floorActions.machineChanged({ key, machine: sent.reply, done: `${words} logged.` })
              : floorActions.piecesWait({ key, done: `${words}: ${KEPT_HERE}` }),
          ),
          catchError(refused(key)),
        );
      }),
    ),
  { functional: true },
);

/** Spot checks are made where the network may be bad. */
export const logSpotCheck = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(floorActions.logSpotCheck),
      concatMap(({ key, check: body }) =>
        outbox.send(routes.logSpotCheck, { key, params: {}, body }, 'A spot check').pipe(
          map((sent) => floorActions.spotCheckLogged({ zone: 'reply' in sent ? sent.reply : null })),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);

export const arrange = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.arrange),
      concatMap(({ key, zoneId, plan: body }) =>
        api.call(routes.arrangeZone, { key, params: { zoneId }, body }).pipe(
          map(() => floorActions.kept({ key, done: 'Floor plan saved for everybody.' })),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);

export const readLots = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.opened),
      switchMap(() =>
        api.call(routes.listLots).pipe(
          map((lots) => floorActions.lotsRead({ lots })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** What was sent late is read again. */
export const settle = createEffect(
  (outbox = inject(Outbox)) => outbox.settled.pipe(map(() => floorActions.floorChanged())),
  { functional: true },
);

export const answer = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(floorActions.answer),
      concatMap(({ key, reportId, answer: body }) =>
        api.call(routes.answerReport, { key, params: { reportId }, body }).pipe(
          map((machine) =>
            floorActions.machineChanged({ key, machine, done: `${machine.name}: report answered.` }),
          ),
          catchError(refused(key)),
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
          map((machine) =>
            floorActions.machineChanged({
              key,
              machine,
              done:
                machine.stops.length > 0
                  ? `${machine.name}: one piece cleared. It stays stopped for another.`
                  : `${machine.name} may run again.`,
            }),
          ),
          catchError(refused(key)),
        ),
      ),
    ),
  { functional: true },
);
