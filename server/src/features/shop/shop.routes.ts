import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { readShopCalendar, reviseShopCalendar } from './shop-calendar.store.js';
import { changePassword, checkSignIn, reviseShop, sessionOf } from './shop.service.js';

export function shopRoutes(database: Database): readonly Handled[] {
  return [
    answer(routes.readSession, ({ person, session }) =>
      sessionOf(database, person?.id ?? null, session.csrfToken()),
    ),
    answer(routes.signIn, async ({ body, session }) => {
      const personId = await checkSignIn(database, body);
      return sessionOf(database, personId, await session.signIn(personId));
    }),
    write(routes.reviseShop, ({ body }, tx) => reviseShop(database, body, tx)),
    answer(routes.readShopCalendar, () => readShopCalendar(database)),
    write(routes.reviseShopCalendar, ({ body }, tx) => reviseShopCalendar(database, body, tx)),
    answer(routes.changePassword, async ({ body, person, session }) => {
      await changePassword(database, person!.id, body);
      return sessionOf(database, person!.id, await session.renew(person!.id));
    }),
    answer(routes.signOutEverywhere, async ({ session }) => {
      await session.signOutEverywhere();
      return sessionOf(database, null, '');
    }),
    answer(routes.signOut, async ({ session }) => {
      await session.signOut();
      return sessionOf(database, null, '');
    }),
  ];
}
