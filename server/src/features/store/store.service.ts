import { DAY_MS, sameNeedle, USE_LOOK_BACK_DAYS } from '@gantelet/core';
import {
  ProblemError,
  storeThingKey,
  type NeedleStock,
  type Person,
  type StoreItem,
  type StoreItemEntry,
  type StoreItemRevision,
  type StoreMoveWrite,
  type StoreOrderEntry,
  type StoreThing,
  type StoreView,
  type ThreadNeed,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findShop, requireShopTime } from '../shop/index.js';
import { onOrder, standingOf } from './item-standing.js';
import {
  firstMoves,
  findItems,
  insertItem,
  insertMove,
  insertOrder,
  lockItem,
  lockOrder,
  movesSince,
  needlesInstalled,
  openOrders,
  sewnWith,
  shopBegan,
  updateItem,
  type BareItem,
  type ItemMove,
} from './store-item.store.js';
import { sewnMetres, waitingThread } from './thread-use.service.js';
import { deliveriesOf } from './thread-use.store.js';

/** Everything in the store, with how long it lasts and what to order. */
export async function readStore(
  database: Database,
  now: Date,
  tx: Transaction | null = null,
): Promise<StoreView> {
  const [shop, items, sewn] = await Promise.all([
    findShop(database, tx),
    threadKnown(database, now, tx).then((thread) => readItems(database, now, tx, thread)),
    sewnWith(database, tx),
  ]);
  if (!shop) throw new ProblemError('server.fault');
  const kept = new Set(items.map(({ thing }) => storeThingKey(thing)));
  const threads = new Set(
    items.map(({ thing }) => (thing.kind === 'thread' ? `${thing.tex} ${thing.constructionId}` : '')),
  );
  return {
    currency: shop.costs.currency,
    items: [...items],
    unlisted: {
      needles: sewn.needles.filter((needle) => !kept.has(storeThingKey({ kind: 'needle', needle }))),
      threads: sewn.threads.filter(({ tex, constructionId }) => !threads.has(`${tex} ${constructionId}`)),
    },
  };
}

/** The kinds of needles in the store, as round planning sees them. */
export async function readNeedleStock(database: Database, now: Date): Promise<NeedleStock[]> {
  const items = await readItems(database, now, null, NO_THREAD);
  return items.flatMap(({ thing, inUse, onHand, packSize, leadDays, orders }) =>
    thing.kind === 'needle' && inUse
      ? [
          {
            needle: thing.needle,
            onHand: onHand === null ? null : Math.floor(onHand),
            packSize: Math.max(1, Math.round(packSize)),
            leadDays,
            orders,
          },
        ]
      : [],
  );
}

/** What machines sewed of each thread, and what waiting jobs need. */
interface ThreadKnown {
  readonly sewn: Awaited<ReturnType<typeof sewnMetres>>;
  readonly needs: Awaited<ReturnType<typeof waitingThread>>;
}

/** Skipped when only needles are asked for. */
const NO_THREAD: ThreadKnown = { sewn: new Map(), needs: [] };

async function threadKnown(database: Database, now: Date, tx: Transaction | null): Promise<ThreadKnown> {
  const [sewn, needs] = await Promise.all([sewnMetres(database, now, tx), waitingThread(database, tx)]);
  return { sewn, needs };
}

async function readItems(
  database: Database,
  now: Date,
  tx: Transaction | null,
  { sewn, needs }: ThreadKnown,
): Promise<readonly StoreItem[]> {
  const since = new Date(now.getTime() - USE_LOOK_BACK_DAYS * DAY_MS);
  const [items, moves, orders, installed, first, began, deliveries] = await Promise.all([
    findItems(database, tx),
    movesSince(database, since, tx),
    openOrders(database, tx),
    needlesInstalled(database, since, tx),
    firstMoves(database, tx),
    shopBegan(database, tx),
    deliveriesOf(database, tx),
  ]);
  const byItem = new Map<string, ItemMove[]>();
  for (const move of moves) {
    const own = byItem.get(move.itemId);
    if (own) own.push(move);
    else byItem.set(move.itemId, [move]);
  }
  const colours = (item: BareItem): number =>
    items.filter((one) => one.inUse && one.thing.kind === 'thread' && isThread(item.thing, one.thing)).length;
  return items.map((item) =>
    standingOf(item, {
      now,
      moves: byItem.get(item.id) ?? [],
      orders: orders.get(item.id) ?? [],
      installed: installed.get(item.id) ?? { sinceCount: 0, within: 0 },
      began,
      firstMoveAt: first.get(item.id) ?? now,
      sewn: sewn.get(item.id) ?? null,
      sharesThread: colours(item) > 1,
      waiting: needs.find((need) => isThread(item.thing, need))?.neededMetres ?? 0,
      deliveries: deliveries.get(item.id) ?? [],
    }),
  );
}

/** The threads that waiting jobs need, beside the stock of each, in any colour. */
export async function readThreadNeeds(database: Database, now: Date): Promise<ThreadNeed[]> {
  const thread = await threadKnown(database, now, null);
  const items = await readItems(database, now, null, thread);
  return thread.needs.map((need) => {
    const kept = items.filter(({ thing, inUse }) => inUse && isThread(thing, need));
    const counted = kept.filter(({ onHand }) => onHand !== null);
    return {
      ...need,
      thereMetres: counted.length === 0 ? null : counted.reduce((sum, { onHand }) => sum + onHand!, 0),
      orderedMetres: kept.reduce((sum, { orders }) => sum + onOrder(orders), 0),
    };
  });
}

const isThread = (thing: StoreThing, { tex, constructionId }: Pick<ThreadNeed, 'tex' | 'constructionId'>) =>
  thing.kind === 'thread' && thing.tex === tex && thing.constructionId === constructionId;

/** @throws ProblemError `store.listed` */
export async function addItem(
  database: Database,
  id: string,
  entry: StoreItemEntry,
  now: Date,
  tx: Transaction,
): Promise<StoreView> {
  await insertItem(database, id, entry, tx);
  return readStore(database, now, tx);
}

/** @throws ProblemError `store.unknown`, `store.other-thing`, `store.listed`, `version.stale` */
export async function reviseItem(
  database: Database,
  id: string,
  revision: StoreItemRevision,
  now: Date,
  tx: Transaction,
): Promise<StoreView> {
  const item = await requireItem(database, id, tx);
  if (item.version !== revision.version)
    throw new ProblemError('version.stale', { sent: revision.version, current: item });
  if (!sameKind(item, revision)) throw new ProblemError('store.other-thing');
  await updateItem(database, { ...revision, id, version: item.version + 1 }, tx);
  return readStore(database, now, tx);
}

/** A colour or a name may have been mistyped; another needle or another thread is a different item. */
function sameKind({ thing: a }: StoreItemEntry, { thing: b }: StoreItemEntry): boolean {
  if (a.kind === 'needle') return b.kind === 'needle' && sameNeedle(a.needle, b.needle);
  if (a.kind === 'thread')
    return b.kind === 'thread' && a.tex === b.tex && a.constructionId === b.constructionId;
  return b.kind === 'part';
}

/** Who makes an entry, when, and under which key. */
interface KeyedWrite {
  readonly id: string;
  readonly person: Person;
  readonly now: Date;
}

/** @throws ProblemError `store.unknown`, `time.outside` */
export async function moveItem(
  database: Database,
  itemId: string,
  { id, person, now }: KeyedWrite,
  { movedAt: at, ...entry }: StoreMoveWrite,
  tx: Transaction,
): Promise<StoreView> {
  await requireItem(database, itemId, tx);
  const movedAt = at === undefined ? now : new Date(at);
  await requireShopTime(database, movedAt, 'body.movedAt', now, tx);
  const moved = { movedAt, movedById: person.id };
  await insertMove(database, { id, itemId, ...entry, orderId: null, ...moved }, tx);
  return readStore(database, now, tx);
}

/** @throws ProblemError `store.unknown` */
export async function orderItem(
  database: Database,
  itemId: string,
  { id, person, now }: KeyedWrite,
  entry: StoreOrderEntry,
  tx: Transaction,
): Promise<StoreView> {
  await requireItem(database, itemId, tx);
  await insertOrder(database, { id, itemId, ...entry, orderedAt: now, orderedById: person.id }, tx);
  return readStore(database, now, tx);
}

/** @throws ProblemError `order.unknown`, `order.over` */
export async function receiveOrder(
  database: Database,
  orderId: string,
  { id, person, now }: KeyedWrite,
  quantity: number,
  tx: Transaction,
): Promise<StoreView> {
  const order = await lockOrder(database, orderId, tx);
  if (!order) throw new ProblemError('order.unknown');
  if (order.isOver) throw new ProblemError('order.over');
  const { itemId } = order;
  const moved = { movedAt: now, movedById: person.id };
  await insertMove(database, { id, itemId, kind: 'receive', quantity, note: '', orderId, ...moved }, tx);
  return readStore(database, now, tx);
}

async function requireItem(database: Database, id: string, tx: Transaction): Promise<BareItem> {
  const item = await lockItem(database, id, tx);
  if (!item) throw new ProblemError('store.unknown');
  return item;
}
