import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { importStore } from './store-import.service.js';
import { orderList } from './order-list.js';
import {
  addItem,
  moveItem,
  orderItem,
  readStore,
  readThreadNeeds,
  receiveOrder,
  reviseItem,
} from './store.service.js';

export function storeRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.readStore, () => readStore(database, now())),
    answer(routes.readThreadNeeds, () => readThreadNeeds(database, now())),
    answer(routes.readOrderList, async () => orderList(await readStore(database, now()))),
    write(routes.addStoreItem, ({ key, body }, tx) => addItem(database, key, body, now(), tx)),
    write(routes.importStore, ({ body, person }, tx) =>
      importStore({ database, tx, person, now: now() }, body),
    ),
    write(routes.reviseStoreItem, ({ params, body }, tx) =>
      reviseItem(database, params.itemId, body, now(), tx),
    ),
    write(routes.moveStoreItem, ({ key, params, body, person }, tx) =>
      moveItem(database, params.itemId, { id: key, person, now: now() }, body, tx),
    ),
    write(routes.orderStoreItem, ({ key, params, body, person }, tx) =>
      orderItem(database, params.itemId, { id: key, person, now: now() }, body, tx),
    ),
    write(routes.receiveOrder, ({ key, params, body, person }, tx) =>
      receiveOrder(database, params.orderId, { id: key, person, now: now() }, body.quantity, tx),
    ),
  ];
}
