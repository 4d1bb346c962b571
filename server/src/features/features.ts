import { routes } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { write, type Handled } from '../http/handle.js';
import { floorRoutes, setPresentSetup } from './floor/index.js';
import { matchRoutes, readSetup } from './match/index.js';
import { searchRoutes } from './search/index.js';
import { shopRoutes } from './shop/index.js';
import { tensionRoutes } from './tension/index.js';

/** Everything the server can answer, room by room. What joins two rooms stands here. */
export function features(database: Database, now: () => Date): readonly Handled[] {
  return [
    ...shopRoutes(database),
    ...floorRoutes(database, now),
    ...matchRoutes(database, now),
    ...tensionRoutes(database),
    ...searchRoutes(database),
    write(routes.setPresentSetup, async ({ params, body }, tx) =>
      setPresentSetup(
        database,
        params.machineId,
        await readSetup(database, body.setupId, tx),
        body.version,
        tx,
      ),
    ),
  ];
}
