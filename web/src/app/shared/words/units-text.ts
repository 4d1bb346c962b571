import { mmToLeatherOz, needleSize, stitchesPerInch } from '@gantelet/core';
import type { UnitOrder } from '../preferences';

/** A measure under two units, in the order the device shows them. */
export interface TwoUnits {
  readonly first: string;
  readonly second: string;
}

const ordered = (metric: string, inch: string, order: UnitOrder): TwoUnits =>
  order === 'metric' ? { first: metric, second: inch } : { first: inch, second: metric };

/** A number with at most `digits` decimals, without trailing zeros. */
export function shortNumber(value: number, digits = 1): string {
  return String(Number(value.toFixed(digits)));
}

/** A needle size. @example needleSizeText(140, 'metric') // NM 140, 22 */
export function needleSizeText(nm: number, order: UnitOrder): TwoUnits {
  const { number } = needleSize(nm);
  return order === 'metric'
    ? { first: `NM ${nm}`, second: String(number) }
    : { first: `#${number}`, second: `NM ${nm}` };
}

export function leatherText(thicknessMm: number, order: UnitOrder): TwoUnits {
  return ordered(`${shortNumber(thicknessMm, 2)} mm`, `${shortNumber(mmToLeatherOz(thicknessMm))} oz`, order);
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
  const said = value === 1 && COUNTED.has(unit) ? unit.slice(0, -1) : unit;
  return `${shortNumber(value, 4)} ${said}`.trim();
}

const COUNTED: ReadonlySet<string> = new Set(['seams', 'steps', 'turns', 'weights']);

/** A length, with its unit. */
export const mm = (lengthMm: number): string => `${shortNumber(lengthMm)} mm`;
