import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { readSetup } from '../match/index.js';
import { requireShopTime } from '../shop/index.js';
import { findPullTests, insertPullTest } from './pull-test.store.js';

/** How many are returned at most. */
const LATEST = 500;

export function pullTestRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listPullTests, () => findPullTests(database, LATEST)),
    write(routes.logPullTest, async ({ key: id, body, person }, tx) => {
      await readSetup(database, body.setupId, tx);
      await requireShopTime(database, new Date(body.testedAt), 'body.testedAt', now(), tx);
      await insertPullTest(database, id, body, person.id, tx);
      return { id, ...body, testedBy: person.name };
    }),
  ];
}
