/**
 * How numbers and dates are written for the reader of this page. Words are English; signs and order are the reader's.
 */
export interface Locale {
  readonly numbers: string;
  /** Names of days and months are English; for a reader of another language the order is day, month, year. */
  readonly dates: string;
}

/** @param language of the browser, as a BCP 47 tag */
export function localeOf(language: string): Locale {
  return { numbers: language, dates: /^en\b/.test(language) ? language : 'en-GB' };
}

export const LOCALE = localeOf(navigator.language);

const DATE_STYLES = {
  day: { day: 'numeric', month: 'short' },
  year: { day: 'numeric', month: 'short', year: 'numeric' },
  numeric: { day: '2-digit', month: '2-digit', year: 'numeric' },
  'day-of-week': { weekday: 'short', day: 'numeric' },
  weekday: { weekday: 'short', day: 'numeric', month: 'short' },
  long: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  time: { hour: '2-digit', minute: '2-digit' },
  'weekday-time': { weekday: 'short', hour: '2-digit', minute: '2-digit' },
  'day-time': { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
  'weekday-day-time': {
    ...{ weekday: 'short', day: 'numeric', month: 'short' },
    ...{ hour: '2-digit', minute: '2-digit' },
  },
  'year-time': { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' },
  second: {
    ...{ day: 'numeric', month: 'short', year: 'numeric' },
    ...{ hour: '2-digit', minute: '2-digit', second: '2-digit' },
  },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>;
/** Which parts of an instant are shown. @example 'weekday-time' // Thu 15:05 */
export type DateStyle = keyof typeof DATE_STYLES;

const DAY = /^(\d{4})-(\d\d)-(\d\d)$/;

/**
 * An instant in this device's time zone, or a calendar day, which is the same everywhere.
 *
 * @param at an instant, its ISO text or milliseconds; or a day, such as 2026-03-04
 */
export function dateText(at: Date | string | number, style: DateStyle, { dates }: Locale = LOCALE): string {
  const day = typeof at === 'string' ? DAY.exec(at) : null;
  const date = day ? new Date(Number(day[1]), Number(day[2]) - 1, Number(day[3])) : new Date(at);
  return dateFormat(dates, style).format(date);
}

/** The parts of a date in a style, in the reader's order. */
export function dateParts(style: DateStyle, { dates }: Locale = LOCALE): readonly Intl.DateTimeFormatPart[] {
  return dateFormat(dates, style).formatToParts(new Date());
}

function dateFormat(dates: string, style: DateStyle): Intl.DateTimeFormat {
  return kept(`${dates} ${style}`, () => new Intl.DateTimeFormat(dates, DATE_STYLES[style]));
}

/** A number with at most `digits` decimals, without trailing zeros. */
export function shortNumber(value: number, digits = 1, locale: Locale = LOCALE): string {
  return numbers(locale, 0, digits, false).format(value);
}

/** A number with exactly `digits` decimals. */
export function fixedNumber(value: number, digits: number, locale: Locale = LOCALE): string {
  return numbers(locale, digits, digits, false).format(value);
}

/** A whole number with thousands separators. @example countNumber(12345) // '12,345' */
export function countNumber(value: number, locale: Locale = LOCALE): string {
  return numbers(locale, 0, 0, true).format(value);
}

const PLURALS = new Intl.PluralRules('en');

/**
 * The form of a word that goes with a number, by the plural rules of its language (Unicode CLDR). That language is
 * English, as everywhere here: others may have more forms.
 *
 * @param many where it is not the word for one with an s
 */
export function plural(count: number, one: string, many = `${one}s`): string {
  return PLURALS.select(count) === 'one' ? one : many;
}

/** How many of something there are. @example counted(1, 'machine') // '1 machine' @example counted(3, 'entry', 'entries') */
export function counted(count: number, one: string, many?: string): string {
  return `${countNumber(count)} ${plural(count, one, many)}`;
}

/** Amounts of money in a currency (ISO 4217). */
export function moneyFormat(currency: string, { numbers: language }: Locale = LOCALE): Intl.NumberFormat {
  return new Intl.NumberFormat(language, { numberingSystem: 'latn', style: 'currency', currency });
}

function numbers({ numbers: language }: Locale, least: number, most: number, useGrouping: boolean) {
  return kept(`${language} ${least} ${most} ${useGrouping}`, () => {
    const digits = { minimumFractionDigits: least, maximumFractionDigits: most };
    // The digits used on labels, gauges and scales, and never a negative zero.
    const signs = { numberingSystem: 'latn', signDisplay: 'negative' } as const;
    return new Intl.NumberFormat(language, { ...digits, ...signs, useGrouping });
  });
}

const formats = new Map<string, unknown>();
/** A cached format by name: creating one takes longer than formatting a page with it. */
function kept<Format>(name: string, make: () => Format): Format {
  const found = formats.get(name) ?? make();
  formats.set(name, found);
  return found as Format;
}
