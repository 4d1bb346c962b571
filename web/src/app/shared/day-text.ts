import { dateParts, dateText, LOCALE, type Locale } from './locale';

/** A calendar day; months from 1. */
export interface Day {
  readonly year: number;
  readonly month: number;
  readonly day: number;
}

const SIGNS: Readonly<Record<keyof Day, string>> = { day: 'dd', month: 'mm', year: 'yyyy' };
/** The order of ISO 8601. */
const ISO: readonly string[] = ['year', 'month', 'day'];
const THIS_CENTURY = 2000;

/**
 * A day in numbers as the reader writes it.
 *
 * @example dayText({ year: 2026, month: 3, day: 4 }) // 04/03/2026 in Britain
 */
export function dayText({ year, month, day }: Day, locale: Locale = LOCALE): string {
  return dateText(new Date(year, month - 1, day), 'numeric', locale);
}

/** How a day is to be typed. @example 'dd/mm/yyyy' */
export function dayHint(locale: Locale = LOCALE): string {
  return dateParts('numeric', locale)
    .map(({ type, value }) => SIGNS[type as keyof Day] ?? value)
    .join('');
}

/**
 * Parses a typed day: in the reader's order, with any separators, or as ISO 8601. A two-digit year is in this
 * century.
 *
 * @returns null if it is not a day
 */
export function readDay(typed: string, locale: Locale = LOCALE): Day | null {
  const numbers = /^\D*(\d{1,4})\D+(\d{1,2})\D+(\d{1,4})\D*$/.exec(typed)?.slice(1);
  if (!numbers) return null;
  const order = numbers[0]!.length === 4 ? ISO : dateParts('numeric', locale).map(({ type }) => type);
  const [year, month, day] = ISO.map((part) =>
    Number(numbers[order.filter((type) => ISO.includes(type)).indexOf(part)]),
  ) as [number, number, number];
  const full = year < 100 ? THIS_CENTURY + year : year;
  const date = new Date(full, month - 1, day);
  const isDay = date.getFullYear() === full && date.getMonth() === month - 1 && date.getDate() === day;
  return isDay ? { year: full, month, day } : null;
}
