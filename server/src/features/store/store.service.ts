import { DAY_MS, orderAdvice, sameNeedle, storeLedger, USE_LOOK_BACK_DAYS, usePerDay } from '@gantelet/core';
import {
  ProblemError,
  storeThingKey,
  type NeedleStock,
  type Person,
  type StoreItem,
  type StoreItemEntry,
  type StoreItemRevision,
  type StoreMoveWrite,
  type StoreOrder,
  type StoreOrderEntry,
  type StoreView,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { findShop, requireShopTime } from '../shop/index.js';
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
/** Days that an order lasts beyond its delivery. Common practice: a month. */
const COVER_DAYS = 30;
/** So many of the last moves of a thing are shown. */
const MOVES_SHOWN = 8;

/** Everything in the store, with what it lasts for and what to order. */
export async function readStore(
  database: Database,
  now: Date,
  tx: Transaction | null = null,
): Promise<StoreView> {
  const [shop, items, sewn] = await Promise.all([
    findShop(database, tx),
    readItems(database, now, tx),
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

/** The kinds of needles in the store, as plans of rounds see them. */
export async function readNeedleStock(database: Database, now: Date): Promise<NeedleStock[]> {
  const items = await readItems(database, now, null);
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

async function readItems(
  database: Database,
  now: Date,
  tx: Transaction | null,
): Promise<readonly StoreItem[]> {
  const since = new Date(now.getTime() - USE_LOOK_BACK_DAYS * DAY_MS);
  const [items, moves, orders, installed, first, began] = await Promise.all([
    findItems(database, tx),
    movesSince(database, since, tx),
    openOrders(database, tx),
    needlesInstalled(database, since, tx),
    firstMoves(database, tx),
    shopBegan(database, tx),
  ]);
  const byItem = new Map<string, ItemMove[]>();
  for (const move of moves) {
    const own = byItem.get(move.itemId);
    if (own) own.push(move);
    else byItem.set(move.itemId, [move]);
  }
  return items.map((item) =>
    standOf(item, {
      now,
      moves: byItem.get(item.id) ?? [],
      orders: orders.get(item.id) ?? [],
      installed: installed.get(item.id) ?? { sinceCount: 0, within: 0 },
      // Needles are known since machines were; of anything else, since somebody wrote something down.
      knownSince: item.thing.kind === 'needle' ? began : (first.get(item.id) ?? now),
    }),
  );
}

interface Known {
  readonly now: Date;
  readonly moves: readonly ItemMove[];
  readonly orders: readonly StoreOrder[];
  readonly installed: { readonly sinceCount: number; readonly within: number };
  readonly knownSince: Date;
}

function standOf(item: BareItem, { now, moves, orders, installed, knownSince }: Known): StoreItem {
  const needle = item.thing.kind === 'needle';
  const ledger = storeLedger(moves.map((move) => ({ ...move, atMs: Date.parse(move.movedAt) })));
  // What a count of needles finds missing went into machines: those changes are logged by themselves.
  const taken = needle
    ? [
        ...moves
          .filter(({ kind }) => kind === 'use' || kind === 'scrap')
          .map(({ quantity, movedAt }) => ({ quantity, atMs: Date.parse(movedAt) })),
        { quantity: installed.within, atMs: now.getTime() },
      ]
    : ledger.taken;
  const perDay = usePerDay(taken, knownSince.getTime(), now.getTime());
  const onHand = ledger.onHand === null ? null : Math.max(0, ledger.onHand - installed.sinceCount);
  const onOrder = orders.reduce((sum, { quantity }) => sum + quantity, 0);
  const advice =
    onHand === null || perDay === null || !item.inUse
      ? null
      : orderAdvice({
          ...item,
          // Thread leaves the store by the cone, needles and parts one by one.
          lump: item.thing.kind === 'thread' ? item.packSize : 1,
          perDay,
          onHand,
          onOrder,
          coverDays: COVER_DAYS,
        });
  return {
    ...item,
    onHand,
    countedAt: ledger.countedAtMs === null ? null : new Date(ledger.countedAtMs).toISOString(),
    perDay,
    reorderAt: advice && advice.reorderAt,
    toOrder: advice?.quantity ?? 0,
    orders: [...orders],
    moves: moves
      .slice(-MOVES_SHOWN)
      .reverse()
      .map(({ itemId: _, ...move }) => move),
  };
}

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

/** A colour or a name may have been typed wrongly; another needle or another thread is another thing. */
function sameKind({ thing: a }: StoreItemEntry, { thing: b }: StoreItemEntry): boolean {
  if (a.kind === 'needle') return b.kind === 'needle' && sameNeedle(a.needle, b.needle);
  if (a.kind === 'thread')
    return b.kind === 'thread' && a.tex === b.tex && a.constructionId === b.constructionId;
  return b.kind === 'part';
}

/** Who writes something down, when, and under which key. */
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
