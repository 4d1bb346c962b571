import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { sessionOnTablet } from '../shop/index.js';
import { checkBadge, checkPin, makeBadge, requireKind, setPin } from './tablet.service.js';
import { findWithPin } from './tablet.store.js';

export function tabletRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listTabletPeople, async ({ params }) => {
      await requireKind(database, params.deviceId);
      return findWithPin(database);
    }),
    answer(routes.signInByPin, async ({ body, session }) => {
      const personId = await checkPin(database, body, now());
      return sessionOnTablet(database, personId, await session.signInOnTablet(personId));
    }),
    answer(routes.signInByBadge, async ({ body, session }) => {
      const personId = await checkBadge(database, body);
      return sessionOnTablet(database, personId, await session.signInOnTablet(personId));
    }),
    answer(routes.setPin, ({ body, person }) => setPin(database, person!.id, body)),
    write(routes.makeBadge, ({ params, person }, tx) =>
      makeBadge({ database, tx, person, now: now() }, params.personId),
    ),
  ];
}
