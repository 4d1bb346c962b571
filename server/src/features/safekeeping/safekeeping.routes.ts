import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { readSafekeeping, reviseRule } from './safekeeping.service.js';

export function safekeepingRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.readSafekeeping, () => readSafekeeping(database, now())),
    write(routes.reviseSafekeepingRule, ({ body }, tx) => reviseRule(database, body, now(), tx)),
  ];
}
