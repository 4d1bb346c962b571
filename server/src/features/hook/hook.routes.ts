import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { findMachine } from '../floor/index.js';
import { requireShopTime } from '../shop/index.js';
import { findHookChecks, insertHookCheck } from './hook.store.js';

/** How many checks of a machine are shown. */
const LATEST = 30;

export function hookRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listHookChecks, async ({ params: { machineId } }) => {
      await findMachine(database, machineId, null);
      return findHookChecks(database, machineId, LATEST);
    }),
    write(routes.logHookCheck, async ({ key, params: { machineId }, body, person }, tx) => {
      await findMachine(database, machineId, tx);
      await requireShopTime(database, new Date(body.checkedAt), 'body.checkedAt', now(), tx);
      await insertHookCheck(database, key, machineId, body, person.id, tx);
      return findHookChecks(database, machineId, LATEST, tx);
    }),
  ];
}
