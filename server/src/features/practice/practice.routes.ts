import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { findRuns, insertRun } from './practice.store.js';

export function practiceRoutes(database: Database): readonly Handled[] {
  return [
    answer(routes.listPracticeRuns, ({ person }) => findRuns(database, person!.id)),
    write(routes.logPracticeRun, ({ key, body, person }, tx) =>
      insertRun(database, key, body, person.id, tx),
    ),
  ];
}
