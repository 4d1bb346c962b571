import { createHash } from 'node:crypto';
import {
  BOOK_PAGE,
  BOOK_SHEET,
  newId,
  ProblemError,
  type BookChange,
  type BookFilter,
  type BookPage,
  type BookQuery,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { Deed } from '../../http/handle.js';
import { csvOf } from '../../text/csv.js';
import { NO_SEAL, sealOf } from '../../db/book-seals.js';
import {
  countForeign,
  findEnd,
  findEntries,
  findEntryAndBefore,
  findSealed,
  insertEntry,
  markedText,
  type BookKeeper,
} from './book.store.js';

/** Of longer details only a digest is kept: the tables have them. */
const LONGEST_DETAILS = 16_000;
const LONGEST_WORDS = 4000;

/** Records a deed in the same transaction: either both are stored or neither. */
export async function enterInBook(
  { database, seal }: BookKeeper,
  deed: Deed,
  tx: Transaction | null,
): Promise<void> {
  const { at, personId, routeId, params, body, device } = deed;
  const said = { ...(isRecord(body) ? body : {}), ...params };
  const idOf = (name: string): string | null => (typeof said[name] === 'string' ? said[name] : null);
  const entry = {
    ...{ at, personId, kind: routeId, device, entryKey: newId() },
    subject: (idOf('valueId') ?? deed.subject).slice(0, 120),
    details: detailsOf(params, body),
  };
  await insertEntry(
    database,
    {
      ...entry,
      mark: seal.mark(markedText(entry)),
      machineId: idOf('machineId'),
      setupId: idOf('setupId'),
      changeoverId: idOf('changeoverId'),
      words: wordsOf(body).join(' ').slice(0, LONGEST_WORDS),
    },
    tx,
  );
}

/** What was sent; of anything too long for the book a digest, so that it is sealed all the same. */
function detailsOf(params: Deed['params'], body: unknown): string {
  const whole = JSON.stringify({ params, body });
  if (whole.length <= LONGEST_DETAILS) return whole;
  const digest = createHash('sha256').update(JSON.stringify(body)).digest('hex');
  return JSON.stringify({ params, body: null, digest });
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Every text in a body that people might search for: no ids or timestamps. */
function wordsOf(body: unknown): readonly string[] {
  if (typeof body === 'string') return /^[\da-f-]{36}$|^\d{4}-\d\d-\d\dT/.test(body) ? [] : [body];
  if (Array.isArray(body)) return body.flatMap(wordsOf);
  return isRecord(body) ? Object.values(body).flatMap(wordsOf) : [];
}

/** A page of the book, latest entries first. */
export async function readBook(database: Database, { before, ...filter }: BookQuery): Promise<BookPage> {
  const entries = await findEntries(database, filter, before);
  const shown = entries.slice(0, BOOK_PAGE);
  return { entries: shown, next: entries.length > BOOK_PAGE ? shown.at(-1)!.position : null };
}

/** @throws ProblemError `entry.unknown` */
export async function readBookEntry(database: Database, position: string): Promise<BookChange> {
  const found = await findEntryAndBefore(database, position);
  if (!found) throw new ProblemError('entry.unknown');
  return found;
}

/** The book as CSV, up to as many rows as a spreadsheet holds. */
export async function downloadBook(database: Database, filter: BookFilter): Promise<string> {
  const entries = await findEntries(database, filter, undefined, BOOK_SHEET);
  return csvOf([
    ['position', 'at', 'by', 'kind', 'machine', 'details', 'device', 'place', 'seal'],
    ...entries.map(({ position, at, by, kind, machine, details, device, place, seal }) => [
      ...[position, at, by, kind, machine?.name ?? '', JSON.stringify(details), device, place, seal],
    ]),
  ]);
}

/** Result of verifying the chain. */
export type Verified =
  | { readonly outcome: 'whole'; readonly entries: number; readonly seal: string }
  | { readonly outcome: 'broken'; readonly place: number; readonly why: string };

const READ_AT_ONCE = 5000;

/**
 * Recomputes every seal from the first entry on. Changed, missing and foreign entries break the chain. Everything is
 * read as of one moment, since servers go on sealing meanwhile.
 */
export function verifyBook(keeper: BookKeeper): Promise<Verified> {
  const { database } = keeper;
  return database.transaction(async (tx) => {
    const end = await findEnd(database, tx);
    let [place, seal] = [0, NO_SEAL];
    for (;;) {
      const rows = await findSealed(database, place, READ_AT_ONCE, tx);
      for (const row of rows) {
        if (Number(row.place) !== place + 1) return broken(place + 1, 'the entry is missing');
        place += 1;
        seal = sealOf(row, place, seal);
        if (seal !== row.seal) return broken(place, 'the entry is not as it was sealed');
      }
      if (rows.length < READ_AT_ONCE) break;
    }
    if (place < end.place) return broken(place + 1, 'the entry is missing');
    if (place > end.place || seal !== end.seal)
      return broken(place, 'the chain ends elsewhere than it was sealed');
    const foreign = await countForeign(keeper, tx);
    if (foreign > 0) return broken(place + 1, `${foreign} unsealed entries were not written by Gantelet`);
    return { outcome: 'whole', entries: place, seal };
  });
}

const broken = (place: number, why: string): Verified => ({ outcome: 'broken', place, why });

/** Where the chain ends: printed or sent out of the house, it shows later whether the end was cut off. */
export function bookEnd(database: Database): Promise<{ readonly place: number; readonly seal: string }> {
  return findEnd(database, null);
}
