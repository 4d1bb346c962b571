import { routes } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { sessionOf, toldSession } from '../features/shop/index.js';
import { answer, type Handled } from '../http/handle.js';
import { awaitsFirstStart, firstStart } from './first-start.js';

/** Who is signed in, and setting up an empty works, which signs its first lead in. */
export function startRoutes({
  database,
  now,
  firstCode,
}: {
  readonly database: Database;
  readonly now: () => Date;
  /** The code that an empty works is set up with; null when nobody may do so. */
  readonly firstCode: string | null;
}): readonly Handled[] {
  return [
    answer(routes.readSession, async ({ person, session }) =>
      toldSession(
        database,
        person,
        session.csrfToken(),
        person === null && (await awaitsFirstStart(database, firstCode)),
      ),
    ),
    answer(routes.firstStart, async ({ body, session }) => {
      const leadId = await firstStart(database, firstCode, body, now());
      return sessionOf(database, leadId, await session.signIn(leadId));
    }),
  ];
}
