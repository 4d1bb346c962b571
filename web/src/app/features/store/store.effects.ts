import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, EMPTY, filter, map, of, switchMap, type Observable } from 'rxjs';
import { routes, type Problem, type StoreImportResult, type StoreView } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { Outbox } from '../../shared/outbox/outbox';
import { thereText } from '../../shared/lists/text-list';
import { storeActions, type StoreWrite } from './store.state';
import { counted } from '../../shared/locale';

const DONE_WORDS: Readonly<Record<StoreWrite['deed'], string>> = {
  add: 'Added to the store.',
  revise: 'Saved.',
  move: 'Logged.',
  order: 'Order saved.',
  receive: 'Order closed.',
  'take-back': 'Removed.',
};

export const read = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(storeActions.opened),
      switchMap(() =>
        api.call(routes.readStore).pipe(
          map((view) => storeActions.viewRead({ view })),
          catchError((problem: Problem) => of(storeActions.failed({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

export const write = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(storeActions.write),
      filter(({ write: { deed } }) => deed !== 'move'),
      concatMap(({ key, write: what }) =>
        sent(api, key, what as Exclude<StoreWrite, { deed: 'move' }>).pipe(
          map((view) => storeActions.written({ view, done: DONE_WORDS[what.deed] })),
          catchError((problem: Problem) => of(storeActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

/** Counts, uses and deliveries are recorded at the shelf, where there may be no network. */
export const move = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(storeActions.write),
      concatMap(({ key, write: one }) => {
        if (one.deed !== 'move') return EMPTY;
        const { itemId, entry: body, what } = one;
        const words = `Store, ${what}: ${body.kind} ${body.quantity}`;
        return outbox.send(routes.moveStoreItem, { key, params: { itemId }, body }, words).pipe(
          map((sent) =>
            'reply' in sent
              ? storeActions.written({ view: sent.reply, done: DONE_WORDS.move })
              : storeActions.waits(),
          ),
          catchError((problem: Problem) => of(storeActions.refused({ problem }))),
        );
      }),
    ),
  { functional: true },
);

/** What was sent late is read again. */
export const settle = createEffect(
  (outbox = inject(Outbox), api = inject(ApiClient)) =>
    outbox.settled.pipe(
      filter(({ write: { routeId } }) => routeId === 'moveStoreItem'),
      switchMap(() =>
        api.call(routes.readStore).pipe(
          map((view) => storeActions.viewRead({ view })),
          catchError(() => EMPTY),
        ),
      ),
    ),
  { functional: true },
);

/** Imports a list, and reads the store again. */
export const takeIn = createEffect(
  (actions = inject(Actions), api = inject(ApiClient)) =>
    actions.pipe(
      ofType(storeActions.import),
      concatMap(({ key, rows }) =>
        api.call(routes.importStore, { key, body: { rows: [...rows] } }).pipe(
          switchMap((result) =>
            api
              .call(routes.readStore)
              .pipe(map((view) => storeActions.written({ view, done: takenText(result) }))),
          ),
          catchError((problem: Problem) => of(storeActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

const takenText = ({ added, there }: StoreImportResult): string =>
  `${counted(added, 'thing')} added${thereText(there)}.`;

function sent(
  api: ApiClient,
  key: string,
  write: Exclude<StoreWrite, { deed: 'move' }>,
): Observable<StoreView> {
  switch (write.deed) {
    case 'add':
      return api.call(routes.addStoreItem, { key, body: write.entry });
    case 'revise':
      return api.call(routes.reviseStoreItem, {
        key,
        params: { itemId: write.itemId },
        body: write.revision,
      });
    case 'order':
      return api.call(routes.orderStoreItem, { key, params: { itemId: write.itemId }, body: write.entry });
    case 'receive': {
      const { orderId, quantity } = write;
      return api.call(routes.receiveOrder, { key, params: { orderId }, body: { quantity } });
    }
    case 'take-back':
      return api
        .call(routes.withdrawEntry, { key, body: { log: 'store-move', entryId: write.moveId } })
        .pipe(switchMap(() => api.call(routes.readStore)));
  }
}
