import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, map, of, switchMap, type Observable } from 'rxjs';
import { routes, type Problem, type StoreImportResult, type StoreView } from '@gantelet/contracts';
import { ApiClient } from '../../shared/api/api-client';
import { thereText } from '../../shared/lists/text-list';
import { storeActions, type StoreWrite } from './store.state';

const DONE_WORDS: Readonly<Record<StoreWrite['deed'], string>> = {
  add: 'Added to the store.',
  revise: 'Saved.',
  move: 'Logged.',
  order: 'Order saved.',
  receive: 'Order closed.',
  'take-back': 'Taken back.',
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
      concatMap(({ key, write: what }) =>
        sent(api, key, what).pipe(
          map((view) => storeActions.written({ view, done: DONE_WORDS[what.deed] })),
          catchError((problem: Problem) => of(storeActions.refused({ problem }))),
        ),
      ),
    ),
  { functional: true },
);

/** Takes a list in, and reads the store again. */
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
  `${added} ${added === 1 ? 'thing' : 'things'} added${thereText(there)}.`;

function sent(api: ApiClient, key: string, write: StoreWrite): Observable<StoreView> {
  switch (write.deed) {
    case 'add':
      return api.call(routes.addStoreItem, { key, body: write.entry });
    case 'revise':
      return api.call(routes.reviseStoreItem, {
        key,
        params: { itemId: write.itemId },
        body: write.revision,
      });
    case 'move':
      return api.call(routes.moveStoreItem, { key, params: { itemId: write.itemId }, body: write.entry });
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
