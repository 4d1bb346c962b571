import { unparse } from 'papaparse';
import { shortNumber } from '../locale';

type Cell = number | string | null;

/** The numbers behind a chart. Headings include their unit: 'Running hours', 'Still good, %'. */
export interface ChartTable {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

/** Digits of a number in a file: more than any gauge or clock in a shop has. */
const FILE_DIGITS = 6;

/** A cell as it is read on screen. */
export function cellText(cell: Cell): string {
  return typeof cell === 'number' ? shortNumber(cell, 2) : (cell ?? '');
}

/** The table as a file for a spreadsheet: comma separated, with decimal points (RFC 4180). */
export function tableCsv({ headings, rows }: ChartTable): string {
  const told = (cell: Cell) =>
    typeof cell === 'number' ? String(Number(cell.toPrecision(FILE_DIGITS))) : (cell ?? '');
  return unparse({ fields: [...headings], data: rows.map((row) => row.map(told)) });
}

/** A share as a percentage, for an axis; small ones keep a decimal. @example percentText(0.25) // '25' */
export function percentText(share: number): string {
  return shortNumber(100 * share, share < 0.02 ? 1 : 0);
}
