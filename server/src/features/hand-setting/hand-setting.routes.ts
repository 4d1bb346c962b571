import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { readSetup } from '../match/index.js';
import { requireShopTime } from '../shop/index.js';
import { findHandSettings, insertHandSettings } from './hand-setting.store.js';

export function handSettingRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listHandSettings, () => findHandSettings(database)),
    write(routes.logHandSettings, async ({ key: id, body, person }, tx) => {
      await readSetup(database, body.setupId, tx);
      await requireShopTime(database, new Date(body.setAt), 'body.setAt', now(), tx);
      await insertHandSettings(database, id, body, person.id, tx);
      return { id, ...body, setBy: person.name };
    }),
  ];
}
