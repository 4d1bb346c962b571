import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { shopValues } from '../catalogue/index.js';
import { listMachines } from '../floor/index.js';
import { findSetups, readSetup } from '../match/index.js';
import { findShop } from '../shop/index.js';
import { balancedSettings } from '../tension/index.js';
import { cardFileOf, importCards } from './setup-card.service.js';

export function setupCardRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
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
  ];
}
