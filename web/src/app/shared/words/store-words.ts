import {
  threadText,
  threadThingText,
  type StoreItem,
  type StoreMove,
  type StoreThing,
  type StoreThingKind,
  type ThreadNeed,
} from '@gantelet/contracts';
import { needleText } from './changeover-words';
import { counted, countNumber, dateText, plural, shortNumber } from '../locale';

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
const MONTH_DAYS = 30.4;

export function thingText(thing: StoreThing): string {
  if (thing.kind === 'needle') return needleText(thing.needle);
  return thing.kind === 'thread' ? threadThingText(thing) : thing.name;
}

/** The unit in which a kind of item is counted. */
export const unitText = (kind: StoreThingKind): string => UNITS[kind][1];

/** @example quantityText('thread', 7500) // '7,500 m' */
export function quantityText(kind: StoreThingKind, quantity: number): string {
  const [one, many] = UNITS[kind];
  return counted(quantity, one, many);
}

/** A quantity in a list of its kind, which already names the unit. @example countText('needle', 15) // '15' */
export function countText(kind: StoreThingKind, quantity: number): string {
  return kind === 'thread' ? quantityText(kind, quantity) : countNumber(quantity);
}

/** What is on hand, rounded if part of it was calculated from what machines sewed. */
export function onHandText(item: Pick<StoreItem, 'thing' | 'onHand' | 'sewn'>): string {
  if (item.onHand === null) return 'not counted';
  const text = countText(item.thing.kind, saidOnHand(item)!);
  return isWorkedOut(item) ? `about ${text}` : text;
}

/** What is on hand, in words. */
export const saidOnHand = (item: Pick<StoreItem, 'onHand' | 'sewn'>): number | null =>
  item.onHand !== null && isWorkedOut(item) ? Number(item.onHand.toPrecision(2)) : item.onHand;

const isWorkedOut = ({ sewn }: Pick<StoreItem, 'sewn'>): boolean =>
  sewn !== null && !sewn.isShared && sewn.sinceCount > 0;

/** The same in packs, if a pack holds more than one. @example packsText(thread of 2500 m, 7500) // '3 cones' */
export function packsText(
  { thing, packSize }: Pick<StoreItem, 'thing' | 'packSize'>,
  quantity: number,
): string {
  if (packSize === 1) return '';
  const packs = quantity / packSize;
  const [one, many] = PACKS[thing.kind];
  return `${shortNumber(packs)} ${plural(packs, one, many)}`;
}

/** Pack size, for a label. @example packText(thread of 2500 m) // 'Cone of 2,500 m' */
export function packText({ thing, packSize }: Pick<StoreItem, 'thing' | 'packSize'>): string {
  if (packSize === 1) return '';
  return `${thing.kind === 'thread' ? 'Cone' : 'Pack'} of ${quantityText(thing.kind, packSize)}`;
}

export function useText({ thing, perDay }: StoreItem): string {
  if (perDay === null) return 'not known yet';
  const month = MONTH_DAYS * perDay;
  if (month === 0) return 'none';
  if (month < 1) return 'less than 1 a month';
  return `${countNumber(Number(month.toPrecision(2)))}${thing.kind === 'thread' ? ' m' : ''} a month`;
}

/** Why it should be ordered: how long it will last compared with delivery time, or the jobs that need more. */
export function whyOrderText(item: StoreItem): string {
  if (item.onHand !== null && item.waiting > item.onHand)
    return `${metresText(item.onHand)} left, waiting jobs need ${metresText(item.waiting)}`;
  const there = item.onHand === 0 ? 'none left' : `${lastsText(item)} left`;
  return `${there}, a delivery takes about ${counted(item.leadDays, 'day')}`;
}

/** Remarks shown with an item: how its figures were calculated, and what to look at. */
export function remarksOn(item: StoreItem): readonly string[] {
  const { sewn, waiting, overage, overageFrom, shelfMonths, thing } = item;
  const remarks: string[] = [];
  if (overage > 0)
    remarks.push(
      `${quantityText(thing.kind, overage)} came more than ${monthsText(shelfMonths!)} ago. Try it before it is used.`,
    );
  else if (overageFrom !== null)
    remarks.push(`Past its ${monthsText(shelfMonths!)} from ${dateText(overageFrom, 'year')}.`);
  if (sewn && sewn.sinceCount > 0)
    remarks.push(
      sewn.isShared
        ? `Machines sewed about ${metresText(sewn.sinceCount)} of this thread since the count. Several colours are in use, so none is deducted here.`
        : `Machines sewed about ${metresText(sewn.sinceCount)} since the count, by their hours, speeds and stitches. What was not recorded is deducted.`,
    );
  if (sewn && sewn.machinesWithoutSpeed > 0)
    remarks.push(
      sewn.machinesWithoutSpeed === 1
        ? 'One machine that sews it has no speed entered, so its thread is not counted.'
        : `${sewn.machinesWithoutSpeed} machines that sew it have no speed entered, so their thread is not counted.`,
    );
  if (waiting > 0) remarks.push(`Waiting jobs need about ${metresText(waiting)}.`);
  return remarks;
}

/** Threads of which waiting jobs need more than there is and is on order. */
export function shortThreads(needs: readonly ThreadNeed[]): readonly ThreadNeed[] {
  return needs.filter(
    ({ neededMetres, thereMetres, orderedMetres }) =>
      thereMetres !== null && neededMetres > thereMetres + orderedMetres,
  );
}

/** @example needText(need) // 'Tex 135 bonded nylon: about 4,300 m for these jobs, 2,100 m in the store' */
export function needText(need: ThreadNeed): string {
  const { neededMetres, thereMetres, orderedMetres } = need;
  const ordered = orderedMetres > 0 ? `, ${metresText(orderedMetres)} ordered` : '';
  return `${threadText(need)}: about ${metresText(neededMetres)} for these jobs, ${metresText(thereMetres ?? 0)} in the store${ordered}`;
}

const metresText = (metres: number): string =>
  `${metres < 100 ? Math.round(metres) : countNumber(Number(metres.toPrecision(2)))} m`;
const monthsText = (months: number): string =>
  months % 12 === 0 ? counted(months / 12, 'year') : counted(months, 'month');

/** How long the stock lasts at the present rate of use. */
export function lastsText({ onHand, perDay }: StoreItem): string {
  if (onHand === null || perDay === null || perDay === 0) return '';
  const days = onHand / perDay;
  if (days < 14) return counted(Math.floor(days), 'day');
  if (days < 90) return `${Math.round(days / 7)} weeks`;
  return days < 730 ? `${Math.round(days / MONTH_DAYS)} months` : 'over 2 years';
}
