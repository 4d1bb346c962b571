import { MM_PER_INCH, needleSize, stitchesPerInch } from '@gantelet/core';
import { shownUnits, type UnitOrder } from '../preferences';
import { fixedNumber, shortNumber } from '../locale';

/** A measurement in two units, in the order the device shows them. */
export interface TwoUnits {
  readonly first: string;
  readonly second: string;
}

const ordered = (metric: string, inch: string, order: UnitOrder): TwoUnits =>
  order === 'metric' ? { first: metric, second: inch } : { first: inch, second: metric };

/** A needle size. @example needleSizeText(140, 'metric') // NM 140, 22 */
export function needleSizeText(nm: number, order: UnitOrder): TwoUnits {
  const { number } = needleSize(nm);
  return order === 'metric'
    ? { first: `NM ${nm}`, second: String(number) }
    : { first: `#${number}`, second: `NM ${nm}` };
}

export function stitchText(stitchLengthMm: number, order: UnitOrder): TwoUnits {
  return ordered(
    `${shortNumber(stitchLengthMm)} mm`,
    `${shortNumber(stitchesPerInch(stitchLengthMm))} per inch`,
    order,
  );
}

/** A catalogue value with its unit: `6 min`, `1 seam`, `4 seams`; a plain number has an empty unit. */
export function valueWithUnit(value: number, unit: string): string {
  if (unit === 'mm') return lengthText(value, 4);
  const said = value === 1 && COUNTED.has(unit) ? unit.slice(0, -1) : unit;
  return `${shortNumber(value, 4)} ${said}`.trim();
}

const COUNTED: ReadonlySet<string> = new Set(['seams', 'steps', 'turns', 'weights']);

/**
 * A length with its unit, in the units this device shows; templates and computed texts that use it follow the choice.
 * Inches are given in thousandths, as on the trade's gauges and rulers.
 *
 * @param digits at most so many decimals of a millimetre
 * @example lengthText(2.8) // '2.8 mm', or '0.110 in'
 */
export function lengthText(lengthMm: number, digits = 1): string {
  if (shownUnits() === 'metric') return `${shortNumber(lengthMm, digits)} mm`;
  const inches = lengthMm / MM_PER_INCH;
  return `${fixedNumber(inches, Math.abs(inches) < 1 ? 3 : 2)} in`;
}

/** The unit of lengths on this device, for a field's label. */
export function lengthUnit(): 'mm' | 'in' {
  return shownUnits() === 'metric' ? 'mm' : 'in';
}

/** A range of lengths with one unit. @example rangeText(2, 5) // '2 to 5 mm' */
export function rangeText(fromMm: number, toMm: number, digits = 1): string {
  const [from] = lengthText(fromMm, digits).split(' ');
  return `${from} to ${lengthText(toMm, digits)}`;
}
