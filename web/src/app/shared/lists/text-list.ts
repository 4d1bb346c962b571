import { parse, unparse } from 'papaparse';

/** A column of a list that people keep in a spreadsheet. */
export interface ListColumn<Id extends string = string> {
  readonly id: Id;
  readonly name: string;
  /** Headings that people use for it, in lower case. */
  readonly headings: readonly string[];
  /** Its cell in the example row of an empty list. */
  readonly example: string;
}

/** A list as read from a file: its headings, and its rows as text. */
export interface TextList {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** The index of each column among the headings; -1 for a missing column. */
export type Places<Id extends string = string> = Readonly<Record<Id, number>>;

/** Reads comma or semicolon separated text; null if there is no row under the headings. */
export function readList(text: string): TextList | null {
  const { data } = parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [headings, ...rows] = data;
  return headings && rows.length > 0 ? { headings, rows } : null;
}

/** The index of each column, where a heading matches. */
export function guessColumns<Id extends string>(
  headings: readonly string[],
  columns: readonly ListColumn<Id>[],
): Places<Id> {
  const known = headings.map((heading) => heading.trim().toLowerCase());
  return Object.fromEntries(
    columns.map(({ id, headings: names }) => [
      id,
      known.findIndex((one) => one === id || names.includes(one)),
    ]),
  ) as Places<Id>;
}

/** The rows of a list by column; missing columns are left out. */
export function rowsOf<Id extends string>(
  { rows }: TextList,
  places: Places<Id>,
): readonly Partial<Record<Id, string>>[] {
  const columns = Object.keys(places) as Id[];
  return rows.map(
    (cells) =>
      Object.fromEntries(
        columns.flatMap((column) => {
          const cell = cells[places[column]];
          return cell === undefined ? [] : [[column, cell.trim()]];
        }),
      ) as Partial<Record<Id, string>>,
  );
}

/** How many rows already existed; empty for none. */
export const thereText = (there: number): string =>
  there === 0 ? '' : `, ${there} there already and ${there === 1 ? 'left as it is' : 'left as they are'}`;

/** A list to fill in, with one example row. */
export const emptyList = (columns: readonly ListColumn[]): string =>
  unparse([Object.fromEntries(columns.map(({ id, example }) => [id, example]))]);
