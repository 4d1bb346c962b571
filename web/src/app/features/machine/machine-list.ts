import { parse, unparse } from 'papaparse';
import { MACHINE_COLUMNS, type MachineColumn, type MachineRow } from '@gantelet/contracts';

/** A list as it was read from a file: its headings, and its rows as text. */
export interface TextList {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Headings that people give to a column, in small letters. */
const HEADINGS: Readonly<Record<MachineColumn, readonly string[]>> = {
  number: ['number', 'no', 'no.', 'shop number', 'machine number', 'machine no'],
  name: ['name', 'machine', 'machine name', 'description'],
  zone: ['zone', 'hall', 'room', 'location', 'area'],
  class: ['class', 'type', 'machine class', 'bed'],
  feed: ['feed', 'feed type'],
  duty: ['duty'],
  systems: ['systems', 'needle system', 'needle systems', 'needles', 'system'],
  shank: ['shank'],
  hook: ['hook', 'hook side'],
  plates: ['plates', 'plate', 'plate hole', 'plate holes', 'plate hole mm', 'plates, mm'],
  bobbin: ['bobbin', 'bobbin size'],
  wraps: ['wraps', 'pre-tension wraps'],
  speed: ['speed', 'speed in use', 'spm', 'stitches per minute'],
};

/** Reads comma or semicolon separated text; null when there is no row under the headings. */
export function readList(text: string): TextList | null {
  const { data } = parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [headings, ...rows] = data;
  return headings && rows.length > 0 ? { headings, rows } : null;
}

/** The place of each column among the headings, where one of them reads like it; -1 for a column that is not there. */
export function guessColumns(headings: readonly string[]): Readonly<Record<MachineColumn, number>> {
  const known = headings.map((heading) => heading.trim().toLowerCase());
  return Object.fromEntries(
    MACHINE_COLUMNS.map((column) => [column, known.findIndex((one) => HEADINGS[column].includes(one))]),
  ) as Record<MachineColumn, number>;
}

/** The rows of a list by what each column means. */
export function rowsOf(
  { rows }: TextList,
  places: Readonly<Record<MachineColumn, number>>,
): readonly MachineRow[] {
  return rows.map((cells) =>
    Object.fromEntries(
      MACHINE_COLUMNS.flatMap((column) => {
        const cell = cells[places[column]];
        return cell === undefined ? [] : [[column, cell.trim()]];
      }),
    ),
  );
}

/** A list to fill in, with one machine as an example. */
export function emptyList(zoneName: string): string {
  const example: Readonly<Record<MachineColumn, string>> = {
    number: '1',
    name: 'Flatbed compound 01',
    zone: zoneName,
    class: 'flatbed',
    feed: 'compound',
    duty: 'medium',
    systems: '135x17, 135x16',
    shank: 'round',
    hook: 'left',
    plates: '2.2; 2.8',
    bobbin: 'medium',
    wraps: '1',
    speed: '900',
  };
  return unparse([example]);
}
