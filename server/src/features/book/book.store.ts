import { Op, QueryTypes } from 'sequelize';
import { BOOK_PAGE, BookDetails, type BookEntry, type BookFilter } from '@gantelet/contracts';
import type { BookEntryRow } from '../../db/book-rows.js';
import { NO_SEAL, sealOf, writeEnd, writeSeals } from '../../db/book-seals.js';
import type { Seal } from '../../http/seal.js';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

/** Something that was done, ready to be recorded. */
export interface NewEntry {
  readonly at: Date;
  readonly personId: string;
  readonly kind: string;
  readonly machineId: string | null;
  readonly setupId: string | null;
  readonly changeoverId: string | null;
  readonly subject: string;
  readonly details: string;
  readonly words: string;
  readonly device: string;
  readonly entryKey: string;
  /** Shows that a server of this works wrote it. */
  readonly mark: string;
}

/** Records a deed, with its machine and the names it can be found by. */
export async function insertEntry(
  { sequelize }: Database,
  entry: NewEntry,
  tx: Transaction | null,
): Promise<void> {
  await sequelize.query(
    `INSERT INTO book_entries (at, person_id, by_name, kind, machine_id, machine_name, subject, details, words, device,
                               entry_key, mark)
     SELECT :at, p.id, p.name, :kind, m.id, m.name, :subject, :details, CONCAT_WS(' ', p.name, m.name, :words), :device,
            :entryKey, :mark
       FROM people p LEFT JOIN machines m ON m.id = COALESCE(:machineId,
              (SELECT machine_id FROM setups WHERE id = :setupId),
              (SELECT machine_id FROM changeovers WHERE id = :changeoverId))
      WHERE p.id = :personId`,
    { replacements: { ...entry }, transaction: tx },
  );
}

type ShownRow = Required<BookEntryRow>;

const COLUMNS = `e.id, e.at, e.kind, e.machine_id AS machineId, e.machine_name AS machineName, e.details, e.device, e.place,
                 e.seal, e.subject, e.person_id AS personId, e.by_name AS byName`;

/** How many of the latest entries are searched word by word before the full-text index is used. */
const LATEST = 10_000;

/**
 * Entries that match a filter, latest first; one more than a page shows that there are more. A common word fills its
 * page from the latest entries: the full-text index would find and sort every entry that contains it.
 */
export async function findEntries(
  { sequelize }: Database,
  filter: BookFilter,
  before: string | undefined,
  most = BOOK_PAGE + 1,
): Promise<BookEntry[]> {
  const cursor = before === undefined ? null : await cursorAt(sequelize, before);
  const { where, replacements } = conditionsOf(filter, before, cursor);
  const { indexed, all, others } = searchOf(filter.words ?? '');
  const likes = others.map((_, i) => `e.words LIKE :other${i}`);
  const otherWords = Object.fromEntries(others.map((word, i) => [`other${i}`, `%${word}%`]));
  const select = async (ids: string, values: Readonly<Record<string, unknown>>): Promise<BookEntry[]> => {
    const rows = await sequelize.query<ShownRow>(
      // The page is found first and its entries read afterwards: otherwise every entry would be read and sorted.
      `SELECT ${COLUMNS} FROM (${ids} LIMIT :most) page JOIN book_entries e ON e.id = page.id ${ORDER}`,
      { type: QueryTypes.SELECT, replacements: { ...replacements, ...values, most } },
    );
    return rows.map(entryOf);
  };
  if (all.length > 0) {
    const begun = all.map((_, i) => `e.words REGEXP :word${i}`);
    const latest = await select(
      `SELECT e.id FROM (SELECT e.id, e.at, e.words FROM book_entries e ${whereAll(where)} ${ORDER} LIMIT :latest) e
        ${whereAll(begun)} ${ORDER}`,
      { latest: LATEST, ...Object.fromEntries(all.map((word, i) => [`word${i}`, `\\b${word}`])) },
    );
    if (latest.length === most) return latest;
  }
  const match = indexed === '' ? [] : ['MATCH (e.words) AGAINST (:indexed IN BOOLEAN MODE)'];
  return select(`SELECT e.id FROM book_entries e ${whereAll([...where, ...match, ...likes])} ${ORDER}`, {
    indexed,
    ...otherWords,
  });
}

const ORDER = 'ORDER BY e.at DESC, e.id DESC';
const whereAll = (conditions: readonly string[]): string =>
  conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '';

/** A filter's conditions other than words, and where the page starts. */
function conditionsOf(
  { from, to, machineId, personId, kind }: BookFilter,
  before: string | undefined,
  cursor: Date | null,
) {
  return {
    where: [
      ...(from === undefined ? [] : ['e.at >= :from']),
      ...(to === undefined ? [] : ['e.at < :to']),
      ...(machineId === undefined ? [] : ['e.machine_id = :machineId']),
      ...(personId === undefined ? [] : ['e.person_id = :personId']),
      ...(kind === undefined ? [] : ['e.kind = :kind']),
      ...(cursor === null ? [] : ['(e.at < :cursorAt OR (e.at = :cursorAt AND e.id < :before))']),
    ],
    replacements: {
      ...(from === undefined ? {} : { from: new Date(from) }),
      ...(to === undefined ? {} : { to: new Date(to) }),
      ...{ machineId, personId, kind, before, cursorAt: cursor },
    },
  };
}

async function cursorAt(sequelize: Database['sequelize'], before: string): Promise<Date | null> {
  const [row] = await sequelize.query<{ at: Date }>('SELECT at FROM book_entries WHERE id = :before', {
    type: QueryTypes.SELECT,
    replacements: { before },
  });
  return row?.at ?? null;
}

/** Words that InnoDB leaves out of its index: its own stop words, if they are long enough. */
const NOT_INDEXED = new Set(
  'about are com for from how that the this was what when where who will with und www'.split(' '),
);
const SHORTEST_INDEXED = 3;

/**
 * Every word must occur, or begin one that does; words that are not indexed are looked for in the results of the
 * others. Search operators are removed.
 */
function searchOf(words: string): {
  readonly indexed: string;
  readonly all: readonly string[];
  readonly others: readonly string[];
} {
  const all = words.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? [];
  const isIndexed = (word: string): boolean => word.length >= SHORTEST_INDEXED && !NOT_INDEXED.has(word);
  return {
    indexed: all
      .filter(isIndexed)
      .map((word) => `+${word}*`)
      .join(' '),
    all,
    others: all.filter((word) => !isIndexed(word)),
  };
}

/** Which write creates what a given write revises. */
const MADE_BY = ['register', 'save', 'add'];

/** An entry and the one before it of its kind about the same thing; null if the entry does not exist. */
export async function findEntryAndBefore(
  { sequelize }: Database,
  position: string,
): Promise<{ readonly entry: BookEntry; readonly before: BookEntry | null } | null> {
  const read = (where: string, replacements: Record<string, unknown>) =>
    sequelize.query<ShownRow>(
      `SELECT ${COLUMNS} FROM book_entries e WHERE ${where} ORDER BY e.id DESC LIMIT 1`,
      {
        type: QueryTypes.SELECT,
        replacements,
      },
    );
  const [row] = await read('e.id = :position', { position });
  if (!row) return null;
  const { subject, kind } = row;
  const [before] = await read('e.subject = :subject AND e.kind IN (:kinds) AND e.id < :position', {
    ...{ subject, position },
    kinds: [kind, ...MADE_BY.map((made) => kind.replace(/^revise/, made))],
  });
  return { entry: entryOf(row), before: before ? entryOf(before) : null };
}

function entryOf(row: ShownRow): BookEntry {
  return {
    position: String(row.id),
    at: row.at.toISOString(),
    by: row.byName,
    personId: row.personId,
    kind: row.kind,
    machine: row.machineId === null ? null : { id: row.machineId, name: row.machineName ?? '' },
    details: BookDetails.parse(JSON.parse(row.details)),
    device: row.device,
    place: row.place === null ? null : Number(row.place),
    seal: row.seal,
  };
}

/** How many entries are sealed in one transaction. */
const SEALED_AT_ONCE = 1000;

/**
 * Seals entries recorded since the last time, each with the seal of the one before it, and returns how many. The end
 * of the chain is locked meanwhile, so any number of servers may do so. An entry that no server wrote stays outside.
 */
export function sealEntries({ database, seal: { mark } }: BookKeeper): Promise<number> {
  return database.transaction(async (tx) => {
    const end = await lockEnd(database, tx);
    const written = (await findUnsealed(database, SEALED_AT_ONCE, tx)).filter((row) => isWritten(row, mark));
    await appendToChain(database, end, written, tx);
    return written.length;
  });
}

/** Seals what a migration or a loaded works has just written into the book, in its transaction. */
export async function sealHistory(database: Database, tx: Transaction): Promise<void> {
  let end = await lockEnd(database, tx);
  for (;;) {
    const rows = await findUnsealed(database, SEALED_AT_ONCE, tx);
    if (rows.length === 0) return;
    end = await appendToChain(database, end, rows, tx);
  }
}

/** Who writes the book: a server with its secret. */
export interface BookKeeper {
  readonly database: Database;
  readonly seal: Pick<Seal, 'mark'>;
}

/** What the mark of an entry is made of: everything that its server knew of it. */
export const markedText = (
  entry: Omit<NewEntry, 'setupId' | 'changeoverId' | 'machineId' | 'words' | 'mark'>,
): string => {
  const { entryKey, at, personId, kind, subject, details, device } = entry;
  return JSON.stringify([entryKey, at.toISOString(), personId, kind, subject, details, device]);
};

const isWritten = (row: BookEntryRow, mark: Seal['mark']): boolean =>
  row.entryKey !== null && row.mark === mark(markedText({ ...row, entryKey: row.entryKey }));

interface End {
  readonly place: number;
  readonly seal: string;
}

async function lockEnd({ sequelize }: Database, tx: Transaction): Promise<End> {
  const [end] = await sequelize.query<{ place: number; seal: string }>(
    'SELECT place, seal FROM book_end WHERE id = 1 FOR UPDATE',
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return { place: Number(end?.place ?? 0), seal: end?.seal ?? NO_SEAL };
}

async function findUnsealed({ tables }: Database, most: number, tx: Transaction): Promise<BookEntryRow[]> {
  return plainRows(
    await tables.bookEntries.findAll({ where: { place: null }, order: ['id'], limit: most, transaction: tx }),
  );
}

/** Entries that no server wrote, and that are therefore not sealed. */
export async function countForeign(
  { database, seal: { mark } }: BookKeeper,
  tx: Transaction,
): Promise<number> {
  const rows = await findUnsealed(database, SEALED_AT_ONCE, tx);
  return rows.filter((row) => !isWritten(row, mark)).length;
}

async function appendToChain(
  { sequelize }: Database,
  end: End,
  rows: readonly BookEntryRow[],
  tx: Transaction,
): Promise<End> {
  let { place, seal } = end;
  if (rows.length === 0) return end;
  const sealed = rows.map((row) => {
    place += 1;
    seal = sealOf({ ...row, id: row.id! }, place, seal);
    return [String(row.id), place, seal] as const;
  });
  await writeSeals(sequelize, sealed, tx);
  await writeEnd(sequelize, { place, seal }, tx);
  return { place, seal };
}

/** Sealed entries after a given place, in chain order. */
export async function findSealed(
  { tables }: Database,
  after: number,
  most: number,
  tx: Transaction,
): Promise<readonly Required<BookEntryRow>[]> {
  const where = { place: { [Op.gt]: after } };
  return plainRows(
    await tables.bookEntries.findAll({ where, order: ['place'], limit: most, transaction: tx }),
  ) as Required<BookEntryRow>[];
}

/** Where the chain ends. */
export async function findEnd(
  { sequelize }: Database,
  tx: Transaction | null,
): Promise<{ readonly place: number; readonly seal: string }> {
  const [end] = await sequelize.query<{ place: number; seal: string }>(
    'SELECT place, seal FROM book_end WHERE id = 1',
    { type: QueryTypes.SELECT, transaction: tx },
  );
  return { place: Number(end?.place ?? 0), seal: end?.seal ?? '' };
}
