import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

/** Entries on one page. */
export const BOOK_PAGE = 50;
/** The most that a CSV file or printed sheet holds. */
export const BOOK_SHEET = 20_000;

/** Which entries are wanted; anything left out does not restrict them. */
export const BookFilter = z.strictObject({
  from: Instant.optional(),
  to: Instant.optional(),
  machineId: Id.optional(),
  personId: Id.optional(),
  /** What was done, by the id of its route. */
  kind: z
    .string()
    .regex(/^[A-Za-z]{1,40}$/, 'the id of a route')
    .optional(),
  /** Words that must all occur in an entry. */
  words: z.string().trim().max(120).optional(),
});
export type BookFilter = z.infer<typeof BookFilter>;

const Position = z.string().regex(/^[1-9]\d{0,17}$/, { error: 'the position of an entry' });

export const BookQuery = BookFilter.extend({
  /** The entries before this one, as named by the previous page. */
  before: Position.optional(),
});
export type BookQuery = z.infer<typeof BookQuery>;

/** A request to the server, as it was made. */
export const BookDetails = z.object({
  params: z.record(z.string(), z.unknown()),
  /** Null for anything with a password, or too long to store. */
  body: z.unknown(),
  /** SHA-256 of a body that is too long to store, as JSON. */
  digest: z.string().optional(),
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
  /** What it was done with: the browser's own name for itself. */
  device: z.string(),
  /** Its place in the chain and its seal; null for the first seconds. */
  place: z.int().nullable(),
  seal: z.string().nullable(),
});
export type BookEntry = z.infer<typeof BookEntry>;

export const BookPage = z.object({
  entries: z.array(BookEntry),
  /** Identifies the next page; null on the last. */
  next: Position.nullable(),
});
export type BookPage = z.infer<typeof BookPage>;

/** An entry with the one before it of the same kind and about the same thing. */
export const BookChange = z.object({ entry: BookEntry, before: BookEntry.nullable() });
export type BookChange = z.infer<typeof BookChange>;
