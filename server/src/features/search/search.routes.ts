import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, type Handled } from '../../http/handle.js';
import { search } from './search.store.js';

export function searchRoutes(database: Database): readonly Handled[] {
  return [answer(routes.search, ({ query }) => search(database, query.q))];
}
