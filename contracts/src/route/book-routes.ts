import * as z from 'zod';
import { BookChange, BookFilter, BookPage, BookQuery } from '../book/index.js';
import { downloads, reads } from './route.js';

/** The log of everything that was done. */
export const bookRoutes = {
  readBook: reads({
    id: 'readBook',
    path: '/api/book',
    summary: 'What was done, latest first, a page at a time',
    permission: 'mechanic',
    query: BookQuery,
    reply: BookPage,
  }),
  readBookEntry: reads({
    id: 'readBookEntry',
    path: '/api/book/:position',
    summary: 'One entry, with the previous one of the same kind about the same thing',
    permission: 'mechanic',
    params: z.strictObject({ position: z.string().regex(/^[1-9]\d{0,17}$/) }),
    reply: BookChange,
    errors: ['entry.unknown'],
  }),
  downloadBook: downloads({
    id: 'downloadBook',
    path: '/api/book.csv',
    summary: 'What was done as CSV (RFC 4180), latest first',
    permission: 'mechanic',
    query: BookFilter,
    mediaType: 'text/csv',
  }),
} as const;
