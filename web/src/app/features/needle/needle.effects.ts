import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap, type Observable } from 'rxjs';
import type { Action } from '@ngrx/store';
import { routes, type NeedleLot, type Problem } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { needleActions } from './needle.state';

const failed = (problem: Problem) => of(needleActions.failed({ problem }));
const refused = (problem: Problem) => of(needleActions.refused({ problem }));

/** A check may decide on its lot: the lots are read again after each. */
export const readLots = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.opened, needleActions.checkLogged, needleActions.checkWithdrawn),
      switchMap(() =>
        api.call(routes.listLots).pipe(
          map((lots) => needleActions.lotsRead({ lots })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const readChecks = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.lotChosen),
      switchMap(({ lotId }) =>
        api.call(routes.listNeedleChecks, { query: lotId === null ? {} : { lotId } }).pipe(
          map((checks) => needleActions.checksRead({ checks })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

/** The needles in pockets, of which a loose needle may be one. */
export const readPockets = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.pocketsWanted),
      switchMap(() =>
        api.call(routes.readFloor).pipe(
          map(({ partUsed }) => needleActions.pocketsRead({ partUsed })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);

export const logCheck = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(needleActions.logCheck),
      exhaustMap(({ key, check: body }) =>
        outbox.send(routes.logNeedleCheck, { key, params: {}, body }, 'A check of a needle').pipe(
          map((sent) =>
            'reply' in sent ? needleActions.checkLogged({ check: sent.reply }) : needleActions.checkWaits(),
          ),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const readPhoto = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.photoWanted),
      switchMap(({ checkId }) =>
        api.call(routes.readNeedlePhoto, { params: { checkId } }).pipe(
          map(({ photo }) => needleActions.photoRead({ checkId, photo })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

export const withdrawCheck = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.withdrawCheck),
      exhaustMap(({ key, checkId }) =>
        api.call(routes.withdrawEntry, { key, body: { log: 'needle-check', entryId: checkId } }).pipe(
          map(() => needleActions.checkWithdrawn({ checkId })),
          catchError(refused),
        ),
      ),
    ),
  { functional: true },
);

const written =
  (done: (lot: NeedleLot) => string) =>
  (reply: Observable<NeedleLot>): Observable<Action> =>
    reply.pipe(
      map((lot) => needleActions.lotWritten({ lot, done: done(lot) })),
      catchError(refused),
    );

export const registerLot = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.registerLot),
      exhaustMap(({ key, entry: body }) =>
        api.call(routes.registerLot, { key, body }).pipe(written(({ code }) => `Lot ${code} registered.`)),
      ),
    ),
  { functional: true },
);

export const reviseLot = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.reviseLot),
      exhaustMap(({ key, lotId, entry: body }) =>
        api
          .call(routes.reviseLot, { key, params: { lotId }, body })
          .pipe(written(({ code }) => `Lot ${code} corrected.`)),
      ),
    ),
  { functional: true },
);

export const decideLot = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(needleActions.decideLot),
      exhaustMap(({ key, lotId, decision: body }) =>
        api
          .call(routes.decideLot, { key, params: { lotId }, body })
          .pipe(written(({ code, state }) => `Lot ${code}: ${DECIDED[state]}.`)),
      ),
    ),
  { functional: true },
);

const DECIDED: Readonly<Record<NeedleLot['state'], string>> = {
  open: 'may be used',
  'to-check': 'to be checked first',
  accepted: 'accepted',
  quarantined: 'kept out of the machines',
};
