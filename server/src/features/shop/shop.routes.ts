import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { addPerson, importPeople, makeSignInCode, revisePerson, useCode } from './people.service.js';
import { findPeople } from './people.store.js';
import { readShopCalendar, reviseShopCalendar } from './shop-calendar.store.js';
import { changePassword, checkSignIn, reviseShop, sessionOf, sessionOnTablet } from './shop.service.js';

export function shopRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.signIn, async ({ body, session }) => {
      const personId = await checkSignIn(database, body);
      return sessionOf(database, personId, await session.signIn(personId));
    }),
    answer(routes.signInByCode, async ({ body, session }) => {
      const personId = await useCode(database, body, now());
      return sessionOf(database, personId, await session.renew(personId, 'in full'));
    }),
    answer(routes.listPeople, () => findPeople(database, now())),
    write(routes.addPerson, ({ key, body }, tx) => addPerson(database, key, body, now(), tx)),
    write(routes.importPeople, ({ body }, tx) => importPeople(database, body, now(), tx)),
    write(routes.revisePerson, ({ params, body }, tx) =>
      revisePerson(database, params.personId, body, now(), tx),
    ),
    write(routes.makeSignInCode, ({ params }, tx) => makeSignInCode(database, params.personId, now(), tx)),
    write(routes.reviseShop, ({ body }, tx) => reviseShop(database, body, tx)),
    answer(routes.readShopCalendar, () => readShopCalendar(database)),
    write(routes.reviseShopCalendar, ({ body }, tx) => reviseShopCalendar(database, body, tx)),
    answer(routes.changePassword, async ({ body, person, session }) => {
      await changePassword(database, person!.id, body);
      const told = session.onTablet ? sessionOnTablet : sessionOf;
      return told(database, person!.id, await session.renew(person!.id, 'as before'));
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
