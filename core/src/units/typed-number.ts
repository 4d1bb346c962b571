import { MM_PER_INCH, MM_PER_LEATHER_OZ } from './length.js';

/** The result of reading a number field: a number in the field's own unit, nothing, or text that is not a number. */
export type TypedNumber =
  { readonly number: number } | { readonly why: 'empty' | 'no-number' | 'other-unit' };

/** Grams of an avoirdupois ounce, exact by the international yard and pound agreement (1959). */
const GRAMS_PER_OZ = 28.349523125;
/** Centinewtons of a gram-force, from standard gravity 9.80665 m/s² (CGPM 1901, ISO 80000-3). */
const CN_PER_GRAM_FORCE = 0.980665;

/** What other units are worth in the unit of a field. */
const FACTORS: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  mm: { cm: 10, m: 1000, in: MM_PER_INCH, inch: MM_PER_INCH, '"': MM_PER_INCH },
  in: { inch: 1, '"': 1, mm: 1 / MM_PER_INCH, cm: 10 / MM_PER_INCH, m: 1000 / MM_PER_INCH },
  m: { mm: 0.001, cm: 0.01, ft: 12 * MM_PER_INCH * 0.001, yd: 36 * MM_PER_INCH * 0.001 },
  'oz of leather': { oz: 1, mm: 1 / MM_PER_LEATHER_OZ, in: MM_PER_INCH / MM_PER_LEATHER_OZ },
  g: { kg: 1000, oz: GRAMS_PER_OZ },
  cN: { N: 100, g: CN_PER_GRAM_FORCE, gf: CN_PER_GRAM_FORCE },
  N: { cN: 0.01 },
  h: { min: 1 / 60 },
  min: { h: 60 },
};

/** One of ½ ¼ ¾ and the like right after a whole number, as in 1½. */
const VULGAR_AFTER_DIGIT = /(\d)([\u00bc-\u00be\u2150-\u215e])/g;
const SHAPE = /^([+-]?)([\d.,\u0020]*)(?:(\d+)\/(\d+))?\u0020?([^\d.,]*)$/;

/**
 * Reads a number as people type it: `1.5`, `1,5`, `1 1/2`, `1½`, `3/16 in`, `1.234,5`. Both decimal signs are
 * understood; a single separator is the decimal sign, so that `0,75` is 0.75 and never 75.
 *
 * @param unit of the field: may follow the number, as may other convertible units
 * @example readTypedNumber('3/16 in', 'mm') // { number: 4.7625 }
 */
export function readTypedNumber(text: string, unit = ''): TypedNumber {
  const plain = text
    .replace(VULGAR_AFTER_DIGIT, '$1 $2')
    .normalize('NFKC')
    .replace(/\u2044/g, '/')
    .replace(/\u2212/g, '-')
    .replace(/\s+/g, ' ')
    .replace(/ ?\/ ?/g, '/')
    .trim();
  if (plain === '') return { why: 'empty' };
  const parts = SHAPE.exec(fractionApart(plain));
  if (!parts) return { why: 'no-number' };
  const [, sign, digits = '', over, under, named = ''] = parts;
  const whole = digits.trim() === '' ? (over === undefined ? null : 0) : decimalOf(digits.trim());
  if (whole === null || (over !== undefined && !Number.isInteger(whole))) return { why: 'no-number' };
  const share = over === undefined ? 0 : Number(over) / Number(under);
  const factor = factorOf(named.trim(), unit);
  if (factor === null) return { why: 'other-unit' };
  const number = (sign === '-' ? -1 : 1) * (whole + share) * factor;
  return Number.isFinite(number) ? { number } : { why: 'no-number' };
}

/** Separates a whole number from the fraction after it, even if a hyphen joins them as in 1-1/2. */
function fractionApart(text: string): string {
  return text.replace(/^([+-]?\d+)[- ](\d+\/\d+)/, '$1 $2');
}

/** Digits with decimal and thousands separators as a number; null if they make no sense. */
function decimalOf(text: string): number | null {
  if (/^\d+([.,]\d*)?$|^[.,]\d+$/.test(text)) return Number(text.replace(',', '.'));
  const grouped = /^\d{1,3}(?:([.,\u0020])\d{3})(?:\1\d{3})*(?:([.,])\d+)?$/.exec(text);
  if (!grouped || grouped[1] === grouped[2]) return null;
  const plain = text.split(grouped[1]!).join('');
  return Number(plain.replace(',', '.'));
}

function factorOf(named: string, unit: string): number | null {
  if (named === '' || named.toLowerCase() === unit.toLowerCase()) return 1;
  const factors = FACTORS[unit] ?? {};
  return factors[named] ?? factors[named.toLowerCase()] ?? null;
}
