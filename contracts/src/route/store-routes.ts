import * as z from 'zod';
import { Id } from '../shared/index.js';
import {
  StoreImport,
  StoreImportResult,
  StoreItemEntry,
  StoreItemRevision,
  StoreMoveWrite,
  StoreOrderEntry,
  StoreReceipt,
  StoreView,
  ThreadNeed,
} from '../store/index.js';
import { downloads, reads, writes } from './route.js';

const ofItem = z.strictObject({ itemId: Id });

/** What is on hand, and what to order. */
export const storeRoutes = {
  readStore: reads({
    id: 'readStore',
    path: '/api/store',
    summary: 'What lies in the store, what it lasts for and what to order',
    permission: 'mechanic',
    forSystems: true,
    reply: StoreView,
  }),
  readThreadNeeds: reads({
    id: 'readThreadNeeds',
    path: '/api/store/thread-needs',
    summary: 'The threads that waiting jobs take, beside what is in the store',
    permission: 'mechanic',
    forSystems: true,
    reply: z.array(ThreadNeed),
  }),
  addStoreItem: writes({
    id: 'addStoreItem',
    method: 'POST',
    path: '/api/store/items',
    summary: 'Keep a thing in the store; its id is the key it is sent with',
    permission: 'mechanic',
    body: StoreItemEntry,
    reply: StoreView,
    errors: ['store.listed'],
  }),
  importStore: writes({
    id: 'importStore',
    method: 'POST',
    path: '/api/store-import',
    summary:
      'Keep a list of things in the store, all or none; those that are there already are left as they are',
    permission: 'mechanic',
    body: StoreImport,
    reply: StoreImportResult,
  }),
  reviseStoreItem: writes({
    id: 'reviseStoreItem',
    method: 'PUT',
    path: '/api/store/items/:itemId',
    summary: 'Correct where a thing lies and how it is bought',
    permission: 'mechanic',
    params: ofItem,
    body: StoreItemRevision,
    reply: StoreView,
    errors: ['store.unknown', 'store.listed', 'store.other-thing', 'version.stale'],
  }),
  moveStoreItem: writes({
    id: 'moveStoreItem',
    method: 'POST',
    path: '/api/store/items/:itemId/moves',
    summary: 'Write down what was counted, came, was used or thrown away',
    permission: 'mechanic',
    params: ofItem,
    body: StoreMoveWrite,
    reply: StoreView,
    errors: ['store.unknown', 'time.outside'],
  }),
  orderStoreItem: writes({
    id: 'orderStoreItem',
    method: 'POST',
    path: '/api/store/items/:itemId/orders',
    summary: 'Write down what was ordered',
    permission: 'mechanic',
    params: ofItem,
    body: StoreOrderEntry,
    reply: StoreView,
    errors: ['store.unknown'],
  }),
  receiveOrder: writes({
    id: 'receiveOrder',
    method: 'POST',
    path: '/api/store/orders/:orderId/receipt',
    summary: 'Write down what came of an order; nothing when it does not come',
    permission: 'mechanic',
    params: z.strictObject({ orderId: Id }),
    body: StoreReceipt,
    reply: StoreView,
    errors: ['order.unknown', 'order.over'],
  }),
  readOrderList: downloads({
    id: 'readOrderList',
    path: '/api/store/order-list.csv',
    summary: 'What to order now, by supplier, as CSV (RFC 4180)',
    permission: 'mechanic',
    mediaType: 'text/csv; charset=utf-8; header=present',
  }),
} as const;
