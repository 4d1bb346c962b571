import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { setShopValue } from './catalogue.service.js';
import { readShopValues } from './catalogue.store.js';

export function catalogueRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listShopValues, () => readShopValues(database)),
    write(routes.setShopValue, ({ key, body, person }, tx) =>
      setShopValue(database, key, body, person, now(), tx),
    ),
  ];
}
