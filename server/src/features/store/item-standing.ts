import {
  leftAfterSewing,
  orderAdvice,
  orderQuantity,
  SEWN_LOOK_BACK_DAYS,
  shelfAge,
  storeLedger,
  usePerDay,
  type Delivery,
  type StoreLedger,
} from '@gantelet/core';
import type { StoreItem, StoreOrder } from '@gantelet/contracts';
import type { BareItem, ItemMove } from './store-item.store.js';
import type { SewnMetres } from './thread-use.service.js';

/** Days that an order lasts beyond its delivery. Common practice: a month. */
const COVER_DAYS = 30;
/** How many of an item's latest moves are shown. */
const MOVES_SHOWN = 8;

/** What is known of an item besides its own row. */
export interface KnownOfItem {
  readonly now: Date;
  readonly moves: readonly ItemMove[];
  readonly orders: readonly StoreOrder[];
  /** New needles of this kind that were installed. */
  readonly installed: { readonly sinceCount: number; readonly within: number };
  /** Since when machines have been recorded, and since when there are entries for the item. */
  readonly began: Date;
  readonly firstMoveAt: Date;
  readonly sewn: SewnMetres | null;
  /** This thread is also in use in another colour. */
  readonly sharesThread: boolean;
  readonly waiting: number;
  readonly deliveries: readonly Delivery[];
}

/** An item in the store, with its stock and what to do about it. */
export function standingOf(item: BareItem, known: KnownOfItem): StoreItem {
  const { moves, orders, installed, waiting } = known;
  const ledger = storeLedger(moves.map((move) => ({ ...move, atMs: Date.parse(move.movedAt) })));
  const sewn = known.sharesThread ? null : known.sewn;
  const left = leftAfterSewing(ledger, sewn?.sinceCount ?? 0);
  const onHand = left === null ? null : Math.max(0, left - installed.sinceCount);
  const perDay = rateOf(item, known, ledger, sewn);
  const advice = adviceOf(item, { onHand, perDay, onOrder: onOrder(orders) });
  // Waiting jobs are part of normal use, unless they alone need more than there is.
  const missing =
    onHand === null || !item.inUse || known.sharesThread ? 0 : waiting - onHand - onOrder(orders);
  return {
    ...item,
    onHand,
    countedAt: ledger.countedAtMs === null ? null : new Date(ledger.countedAtMs).toISOString(),
    sewn: known.sewn && {
      sinceCount: known.sewn.sinceCount,
      isShared: known.sharesThread,
      machinesWithoutSpeed: known.sewn.machinesWithoutSpeed,
    },
    waiting,
    ...ageOf(item, onHand, known),
    perDay,
    reorderAt: advice?.reorderAt ?? null,
    toOrder: Math.max(advice?.quantity ?? 0, missing > 0 ? orderQuantity(missing, item.packSize) : 0),
    orders: [...orders],
    moves: moves
      .slice(-MOVES_SHOWN)
      .reverse()
      .map(({ itemId: _, ...move }) => move),
  };
}

export const onOrder = (orders: readonly StoreOrder[]): number =>
  orders.reduce((sum, { quantity }) => sum + quantity, 0);

/** Use per day; null while too little is known. */
function rateOf(
  { thing }: BareItem,
  { now, moves, installed, began, firstMoveAt }: KnownOfItem,
  ledger: StoreLedger,
  sewn: SewnMetres | null,
): number | null {
  const nowMs = now.getTime();
  // Needles that a count finds missing were installed: those changes are logged separately.
  if (thing.kind === 'needle') {
    const taken = moves
      .filter(({ kind }) => kind === 'use' || kind === 'scrap')
      .map(({ quantity, movedAt }) => ({ quantity, atMs: Date.parse(movedAt) }));
    return usePerDay([...taken, { quantity: installed.within, atMs: nowMs }], began.getTime(), nowMs);
  }
  const written = usePerDay(ledger.taken, firstMoveAt.getTime(), nowMs);
  if (sewn === null) return written;
  const bySewing = usePerDay(
    [{ quantity: sewn.within, atMs: nowMs }],
    began.getTime(),
    nowMs,
    SEWN_LOOK_BACK_DAYS,
  );
  return written === null || bySewing === null ? (written ?? bySewing) : Math.max(written, bySewing);
}

function adviceOf(
  item: BareItem,
  { onHand, perDay, onOrder: ordered }: Pick<StoreItem, 'onHand' | 'perDay'> & { readonly onOrder: number },
) {
  if (onHand === null || perDay === null || !item.inUse) return null;
  // Thread leaves the store by the cone, needles and parts one by one.
  const lump = item.thing.kind === 'thread' ? item.packSize : 1;
  return orderAdvice({ ...item, lump, perDay, onHand, onOrder: ordered, coverDays: COVER_DAYS });
}

/** What is past its shelf life, and when more will be. */
function ageOf(
  { shelfMonths }: BareItem,
  onHand: number | null,
  { now, deliveries, firstMoveAt }: KnownOfItem,
): Pick<StoreItem, 'overage' | 'overageFrom'> {
  if (shelfMonths === null || onHand === null) return { overage: 0, overageFrom: null };
  const limitMs = monthsFrom(now.getTime(), -shelfMonths).getTime();
  const { overage, nextAtMs } = shelfAge(onHand, deliveries, firstMoveAt.getTime(), limitMs);
  const overageFrom = nextAtMs === null ? null : monthsFrom(nextAtMs, shelfMonths).toISOString();
  return { overage, overageFrom };
}

function monthsFrom(ms: number, months: number): Date {
  const date = new Date(ms);
  date.setUTCMonth(date.getUTCMonth() + months);
  return date;
}
