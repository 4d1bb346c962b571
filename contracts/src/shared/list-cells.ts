import * as z from 'zod';

const Cell = z.string().max(200).optional();

/** A row of an imported list, each cell as text; columns not in the list are left out. */
export const listRow = <Column extends string>(columns: readonly Column[]) =>
  z.strictObject(Object.fromEntries(columns.map((column) => [column, Cell])) as Record<Column, typeof Cell>);

/** A cell as one lower-case word, its words joined: the key for looking up a choice. */
export const choiceOfCell = (text: string | undefined): string =>
  (text ?? '').trim().toLowerCase().replace(/\s+/g, '-');

/** The parts of a cell that holds several things. */
export function partsOfCell(text: string | undefined, separator: RegExp): readonly string[] {
  return (text ?? '')
    .split(separator)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/** A number with either decimal sign; NaN for an empty cell or anything that is not a number. */
export function numberOfCell(text: string | undefined): number {
  const said = (text ?? '').trim().replace(',', '.');
  return said === '' ? Number.NaN : Number(said);
}
