import { needleFinish, pointStyle } from '@gantelet/core';
import { threadThingText, type StoreThing, type StoreView } from '@gantelet/contracts';
import { csvOf } from '../../text/csv.js';

const COLUMNS = [
  'supplier',
  'thing',
  'packs',
  'quantity',
  'unit',
  'price of a pack',
  'price',
  'currency',
  'on hand',
  'on order',
] as const;
const UNITS = { needle: 'needles', thread: 'm', part: 'pieces' } as const;

/** What to order now as CSV (RFC 4180), by supplier. */
export function orderList({ items, currency }: StoreView): string {
  const due = items.filter(({ toOrder }) => toOrder > 0).sort((a, b) => a.supplier.localeCompare(b.supplier));
  const rows = due.map(({ thing, supplier, toOrder, packSize, packPrice, onHand, orders }) => {
    const packs = Math.round(toOrder / packSize);
    return [
      supplier,
      thingText(thing),
      packs,
      toOrder,
      UNITS[thing.kind],
      packPrice,
      packPrice === null ? null : Math.round(100 * packs * packPrice) / 100,
      currency,
      onHand === null ? null : Math.round(onHand),
      orders.reduce((sum, { quantity }) => sum + quantity, 0),
    ];
  });
  return csvOf([[...COLUMNS], ...rows]);
}

/** A store item in words. */
export function thingText(thing: StoreThing): string {
  if (thing.kind === 'part') return thing.name;
  if (thing.kind === 'thread') return threadThingText(thing);
  const { systemId, nm, pointId, finishId } = thing.needle;
  const finish = needleFinish(finishId)?.name ?? finishId;
  return `${systemId} NM ${nm}, ${pointStyle(pointId)?.name ?? pointId}, ${finish}`;
}
