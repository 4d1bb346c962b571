import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

/** Entries of one page. */
export const BOOK_PAGE = 50;
/** A CSV or printed sheet holds no more. */
export const BOOK_SHEET = 20_000;

/** Which entries are asked for; all that is left out lets anything through. */
export const BookFilter = z.strictObject({
  from: Instant.optional(),
  to: Instant.optional(),
  machineId: Id.optional(),
  personId: Id.optional(),
  /** What was done, by the id of its route. */
  kind: z.string().max(40).optional(),
  /** Words that all stand in an entry. */
  words: z.string().trim().max(120).optional(),
});
export type BookFilter = z.infer<typeof BookFilter>;

const Position = z.string().regex(/^[1-9]\d{0,17}$/, { error: 'the position of an entry' });

export const BookQuery = BookFilter.extend({
  /** The entries before this one, as the page before named it. */
  before: Position.optional(),
});
export type BookQuery = z.infer<typeof BookQuery>;

/** What was asked of the server, as it was asked. */
export const BookDetails = z.object({
  params: z.record(z.string(), z.unknown()),
  /** Null for what holds a password, or is too long to keep. */
  body: z.unknown(),
});
export type BookDetails = z.infer<typeof BookDetails>;

/** One thing that was done. */
export const BookEntry = z.object({
  position: Position,
  at: Instant,
  by: Name,
  personId: Id,
  kind: z.string(),
  machine: z.object({ id: Id, name: Name }).nullable(),
  details: BookDetails,
  /** What it was done with: the browser, as it names itself. */
  device: z.string(),
  /** Its place in the chain and its seal; null for the first seconds. */
  place: z.int().nullable(),
  seal: z.string().nullable(),
});
export type BookEntry = z.infer<typeof BookEntry>;

export const BookPage = z.object({
  entries: z.array(BookEntry),
  /** Names the page after this one; null on the last. */
  next: Position.nullable(),
});
export type BookPage = z.infer<typeof BookPage>;

/** An entry with the one before it that was of the same kind and about the same thing. */
export const BookChange = z.object({ entry: BookEntry, before: BookEntry.nullable() });
export type BookChange = z.infer<typeof BookChange>;
