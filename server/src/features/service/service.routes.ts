import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { shopValues } from '../catalogue/index.js';
import { addServiceKind, changeServiceKind, listServiceKinds } from './service-kind.service.js';
import { logService, readServices, readServicesDue } from './service.service.js';

export function serviceRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listServiceKinds, () => listServiceKinds(database)),
    write(routes.addServiceKind, ({ body, key, person }, tx) =>
      addServiceKind({ database, tx, person, now: now() }, key, body),
    ),
    write(routes.changeServiceKind, ({ params, body, person }, tx) =>
      changeServiceKind({ database, tx, person, now: now() }, params.kindId, body),
    ),
    answer(routes.listServicesDue, async () => readServicesDue(database, await shopValues(database), now())),
    answer(routes.readServices, async ({ params }) =>
      readServices(database, params.machineId, await shopValues(database), now()),
    ),
    write(routes.logService, async ({ params, body, key, person }, tx) =>
      logService(
        { database, tx, person, now: now() },
        key,
        params.machineId,
        body,
        await shopValues(database, tx),
      ),
    ),
  ];
}
