import * as z from 'zod';
import { constructionOfCells, labelOfCell, needleOfCells } from '../shared/label-cells.js';
import { choiceOfCell, listRow, numberOfCell } from '../shared/list-cells.js';
import { StoreItemEntry, StoreMoveEntry, USUAL_BUYING, type StoreThing } from './store-item.js';

/** Columns of a stock list. */
export const STORE_COLUMNS = [
  'label',
  'kind',
  'point',
  'finish',
  'type',
  'colour',
  'onHand',
  'place',
  'supplier',
  'pack',
  'price',
  'days',
] as const;
export type StoreColumn = (typeof STORE_COLUMNS)[number];

/** A row of such a list, each cell as text. */
export const StoreRow = listRow(STORE_COLUMNS);
export type StoreRow = z.infer<typeof StoreRow>;

export const StoreImport = z.strictObject({ rows: z.array(StoreRow).min(1).max(5000) });
export type StoreImport = z.infer<typeof StoreImport>;

export const StoreImportResult = z.object({
  added: z.int(),
  /** Rows of items that were already in the store and were left as they are. */
  there: z.int(),
});
export type StoreImportResult = z.infer<typeof StoreImportResult>;

/** What is wrong with a cell of the list. */
export interface StoreCellProblem {
  readonly column: StoreColumn;
  readonly message: string;
}

/** An item to stock, and how much of it was counted; null if nobody did. */
export interface CountedThing {
  readonly entry: StoreItemEntry;
  readonly onHand: number | null;
}

type Wrong = (column: StoreColumn, message: string) => void;

const COLUMN_OF: Readonly<Record<string, StoreColumn>> = {
  thing: 'label',
  place: 'place',
  supplier: 'supplier',
  packSize: 'pack',
  packPrice: 'price',
  leadDays: 'days',
  quantity: 'onHand',
};

/**
 * Reads a row as a store item. Needles and threads are recognised by what is on their pack or spool, such as `135x17
 * 140/22` or `V138`; anything else is a part only if the row says so.
 *
 * @returns the item, or what is wrong with each cell
 */
export function readStoreRow(
  row: StoreRow,
): CountedThing | { readonly problems: readonly StoreCellProblem[] } {
  const problems: StoreCellProblem[] = [];
  const wrong: Wrong = (column, message) => void problems.push({ column, message });
  const thing = thingOf(row, wrong);
  if (thing === null) return { problems };
  const usual = USUAL_BUYING[thing.kind];
  const orUsual = (text: string | undefined, otherwise: number): number =>
    (text ?? '').trim() === '' ? otherwise : numberOfCell(text);
  const entry = StoreItemEntry.safeParse({
    ...usual,
    ...{ thing, place: (row.place ?? '').trim(), supplier: (row.supplier ?? '').trim(), inUse: true },
    packSize: orUsual(row.pack, usual.packSize),
    packPrice: (row.price ?? '').trim() === '' ? null : numberOfCell(row.price),
    leadDays: orUsual(row.days, usual.leadDays),
  });
  const counted =
    (row.onHand ?? '').trim() === ''
      ? null
      : StoreMoveEntry.safeParse({ kind: 'count', quantity: numberOfCell(row.onHand), note: '' });
  for (const { path, message } of [...(entry.error?.issues ?? []), ...(counted?.error?.issues ?? [])])
    wrong(COLUMN_OF[String(path[0])] ?? 'label', message);
  return entry.success && counted?.success !== false && problems.length === 0
    ? { entry: entry.data, onHand: counted?.data.quantity ?? null }
    : { problems };
}

function thingOf(row: StoreRow, wrong: Wrong): StoreThing | null {
  const label = (row.label ?? '').trim();
  const kind = choiceOfCell(row.kind);
  if (label === '') wrong('label', 'what it says on the pack or spool, or the name of a part');
  else if (kind === 'part') return { kind: 'part', name: label };
  else {
    const reading = labelOfCell(label, kind, LABEL_HINT, wrong);
    if (reading?.kind === 'needle') {
      const needle = needleOfCells(reading.needle, row, wrong);
      return needle && { kind: 'needle', needle };
    }
    if (reading) return threadOf(row, label, reading.thread.tex, wrong);
  }
  return null;
}

const LABEL_HINT = 'not a needle or thread label; for anything else write part under Kind';

function threadOf(row: StoreRow, label: string, tex: number, wrong: Wrong): StoreThing | null {
  const constructionId = constructionOfCells(row.type, label, wrong);
  const colour = (row.colour ?? '').trim();
  if (colour === '') wrong('colour', 'its colour');
  return constructionId && colour !== '' ? { kind: 'thread', tex, constructionId, colour } : null;
}
