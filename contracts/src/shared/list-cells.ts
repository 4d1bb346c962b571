import * as z from 'zod';

const Cell = z.string().max(200).optional();

/** A row of a list that is taken in, each cell as text; a column that is not in the list is left out. */
export const listRow = <Column extends string>(columns: readonly Column[]) =>
  z.strictObject(Object.fromEntries(columns.map((column) => [column, Cell])) as Record<Column, typeof Cell>);

/** A cell of a list as one word in small letters, its words joined: what a choice is looked up by. */
export const choiceOfCell = (text: string | undefined): string =>
  (text ?? '').trim().toLowerCase().replace(/\s+/g, '-');

/** The parts of a cell that holds several things. */
export function partsOfCell(text: string | undefined, separator: RegExp): readonly string[] {
  return (text ?? '')
    .split(separator)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

/** A number with either decimal sign; NaN for a cell that is empty or no number. */
export function numberOfCell(text: string | undefined): number {
  const said = (text ?? '').trim().replace(',', '.');
  return said === '' ? Number.NaN : Number(said);
}
