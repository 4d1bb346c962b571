import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { readSetup, reviseSetup, saveSetup } from './match.service.js';
import { importSetupList } from './setup-list.service.js';
import { findSetups } from './match.store.js';

export function matchRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listSetups, async () => [...(await findSetups(database))]),
    answer(routes.readSetup, ({ params }) => readSetup(database, params.setupId)),
    write(routes.saveSetup, ({ key, body, person }, tx) => saveSetup(database, key, body, person, now(), tx)),
    write(routes.importSetupList, ({ body, person }, tx) =>
      importSetupList({ database, tx, person, now: now() }, body),
    ),
    write(routes.reviseSetup, ({ params, body, person }, tx) =>
      reviseSetup(database, params.setupId, body, person, now(), tx),
    ),
  ];
}
