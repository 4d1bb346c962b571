import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { decideLeap } from './counter-leap.service.js';
import { findOpenLeaps } from './counter-leap.store.js';

export function counterRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listCounterLeaps, () => findOpenLeaps(database)),
    write(routes.decideCounterLeap, ({ params, body, person }, tx) =>
      decideLeap(database, params.leapId, body, person, now(), tx),
    ),
  ];
}
