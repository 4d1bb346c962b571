import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { liftLock, readSafekeeping, reviseRule } from './safekeeping.service.js';

export function safekeepingRoutes(
  database: Database,
  now: () => Date,
  dataFolder: string | null,
): readonly Handled[] {
  const context = () => ({ database, now: now(), dataFolder });
  return [
    answer(routes.readSafekeeping, () => readSafekeeping(context())),
    write(routes.reviseSafekeepingRule, ({ body }, tx) => reviseRule({ ...context(), tx }, body)),
    write(routes.liftLock, ({ params }, tx) => liftLock({ ...context(), tx }, params.personId)),
  ];
}
