import {
  threadThingText,
  type StoreItem,
  type StoreMove,
  type StoreThing,
  type StoreThingKind,
} from '@gantelet/contracts';
import { needleText } from './changeover-words';

export const KIND_WORDS: Readonly<Record<StoreThingKind, string>> = {
  needle: 'Needles',
  thread: 'Thread',
  part: 'Parts and oil',
};

export const MOVE_WORDS: Readonly<Record<StoreMove['kind'], string>> = {
  count: 'counted',
  receive: 'received',
  use: 'taken',
  scrap: 'thrown away',
};

const UNITS: Readonly<Record<StoreThingKind, readonly [one: string, many: string]>> = {
  needle: ['needle', 'needles'],
  thread: ['m', 'm'],
  part: ['piece', 'pieces'],
};
const PACKS: Readonly<Record<StoreThingKind, readonly [one: string, many: string]>> = {
  needle: ['pack', 'packs'],
  thread: ['cone', 'cones'],
  part: ['pack', 'packs'],
};
const ROUGH = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 2 });
const NUMBER = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });
const MONTH_DAYS = 30.4;

export function thingText(thing: StoreThing): string {
  if (thing.kind === 'needle') return needleText(thing.needle);
  return thing.kind === 'thread' ? threadThingText(thing) : thing.name;
}

/** What a thing of a kind is counted in. */
export const unitText = (kind: StoreThingKind): string => UNITS[kind][1];

/** @example quantityText('thread', 7500) // '7,500 m' */
export function quantityText(kind: StoreThingKind, quantity: number): string {
  const [one, many] = UNITS[kind];
  return `${NUMBER.format(quantity)} ${quantity === 1 ? one : many}`;
}

/** A quantity in a list of its kind, which says what it is in. @example countText('needle', 15) // '15' */
export function countText(kind: StoreThingKind, quantity: number): string {
  return kind === 'thread' ? quantityText(kind, quantity) : NUMBER.format(quantity);
}

/** What it is in packs, where a pack holds more than one. @example packsText(thread of 2500 m, 7500) // '3 cones' */
export function packsText(
  { thing, packSize }: Pick<StoreItem, 'thing' | 'packSize'>,
  quantity: number,
): string {
  if (packSize === 1) return '';
  const packs = Number((quantity / packSize).toFixed(1));
  const [one, many] = PACKS[thing.kind];
  return `${packs} ${packs === 1 ? one : many}`;
}

export function useText({ thing, perDay }: StoreItem): string {
  if (perDay === null) return 'not known yet';
  const month = MONTH_DAYS * perDay;
  if (month === 0) return 'none';
  if (month < 1) return 'less than 1 a month';
  return `${ROUGH.format(month)}${thing.kind === 'thread' ? ' m' : ''} a month`;
}

/** Why it is to be ordered: how long it still lasts beside how long a delivery takes. */
export function whyOrderText(item: StoreItem): string {
  const there = item.onHand === 0 ? 'none left' : `${lastsText(item)} left`;
  return `${there}, a delivery takes about ${item.leadDays} days`;
}

/** How long what is there lasts at the rate it is used. */
export function lastsText({ onHand, perDay }: StoreItem): string {
  if (onHand === null || perDay === null || perDay === 0) return '';
  const days = onHand / perDay;
  if (days < 14) return `${Math.floor(days)} ${Math.floor(days) === 1 ? 'day' : 'days'}`;
  if (days < 90) return `${Math.round(days / 7)} weeks`;
  return days < 730 ? `${Math.round(days / MONTH_DAYS)} months` : 'over 2 years';
}
