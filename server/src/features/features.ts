import { ProblemError, routes } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import { awaitsFirstStart, firstStart } from '../scenario/first-start.js';
import { answer, write, type Handled } from '../http/handle.js';
import { bookRoutes } from './book/index.js';
import { catalogueRoutes, shopValues } from './catalogue/index.js';
import { changeoverRoutes, openChangeoverOf } from './changeover/index.js';
import { counterRoutes } from './counter/index.js';
import { deviceRoutes, type DeviceLine } from './device/index.js';
import {
  floorRoutes,
  listMachines,
  logService,
  readServices,
  readServicesDue,
  setPresentSetup,
} from './floor/index.js';
import { faultRoutes } from './fault/index.js';
import { needleRoutes } from './needle/index.js';
import { hookRoutes } from './hook/index.js';
import { jobQueueRoutes } from './job-queue/index.js';
import { lifeRoutes } from './life/index.js';
import { cardFileOf, findSetups, importCards, matchRoutes, readSetup } from './match/index.js';
import { practiceRoutes } from './practice/index.js';
import { recordRoutes } from './record/index.js';
import { roundsRoutes } from './rounds/index.js';
import { searchRoutes } from './search/index.js';
import { findShop, sessionOf, shopRoutes } from './shop/index.js';
import { storeRoutes } from './store/index.js';
import { balancedSettings, tensionRoutes } from './tension/index.js';

export interface FeatureContext {
  readonly database: Database;
  readonly line: DeviceLine;
  readonly now: () => Date;
  /** What an empty works is begun by; null when nobody may. */
  readonly firstCode: string | null;
}

/** Everything the server can answer, room by room. */
export function features(context: FeatureContext): readonly Handled[] {
  const { database, line, now } = context;
  return [
    ...shopRoutes(database, now),
    ...floorRoutes(database, now),
    ...needleRoutes(database, now),
    ...matchRoutes(database, now),
    ...changeoverRoutes(database, now),
    ...jobQueueRoutes(database, now),
    ...faultRoutes(database, now),
    ...hookRoutes(database, now),
    ...catalogueRoutes(database, now),
    ...bookRoutes(database),
    ...tensionRoutes(database, now),
    ...recordRoutes(database, now),
    ...practiceRoutes(database),
    ...counterRoutes(database, now),
    ...deviceRoutes(database, line, now),
    ...lifeRoutes(database, now),
    ...storeRoutes(database, now),
    ...roundsRoutes(database, now),
    ...searchRoutes(database),
    ...joined(context),
  ];
}

/** What joins two rooms. */
function joined({ database, now, firstCode }: FeatureContext): readonly Handled[] {
  return [
    answer(routes.readSession, async ({ person, session }) =>
      sessionOf(
        database,
        person?.id ?? null,
        session.csrfToken(),
        person === null && (await awaitsFirstStart(database, firstCode)),
      ),
    ),
    answer(routes.firstStart, async ({ body, session }) => {
      const leadId = await firstStart(database, firstCode, body, now());
      return sessionOf(database, leadId, await session.signIn(leadId));
    }),
    answer(routes.exportSetupCards, async ({ query: { setupId } }) => {
      const [setups, machines, balanced, shop] = await Promise.all([
        setupId === undefined ? findSetups(database) : [await readSetup(database, setupId)],
        listMachines(database),
        balancedSettings(database),
        findShop(database),
      ]);
      const topTurns = new Map(balanced.map((one) => [one.setupId, one.turns]));
      return cardFileOf(setups, { worksName: shop?.name ?? 'Works', machines, topTurns }, now());
    }),
    write(routes.importSetupCards, async ({ body, person }, tx) =>
      importCards(database, body, await shopValues(database, tx), person, now(), tx),
    ),
    write(routes.setPresentSetup, async ({ params, body, key, person }, tx) => {
      const open = await openChangeoverOf(database, params.machineId, tx);
      if (open) throw new ProblemError('changeover.under-way', { by: open.by });
      const setup = await readSetup(database, body.setupId, tx);
      const by = { id: key, at: now(), person };
      return setPresentSetup(database, params.machineId, setup, body.version, by, tx);
    }),
    answer(routes.listServicesDue, async () => readServicesDue(database, await shopValues(database), now())),
    answer(routes.readServices, async ({ params }) =>
      readServices(database, params.machineId, await shopValues(database), now()),
    ),
    write(routes.logService, async ({ params, body, key, person }, tx) =>
      logService(database, params.machineId, key, body, await shopValues(database, tx), person, now(), tx),
    ),
  ];
}
