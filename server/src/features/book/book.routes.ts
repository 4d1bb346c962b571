import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, type Handled } from '../../http/handle.js';
import { downloadBook, readBook, readBookEntry } from './book.service.js';

export function bookRoutes(database: Database): readonly Handled[] {
  return [
    answer(routes.readBook, ({ query }) => readBook(database, query)),
    answer(routes.downloadBook, ({ query }) => downloadBook(database, query)),
    answer(routes.readBookEntry, ({ params }) => readBookEntry(database, params.position)),
  ];
}
