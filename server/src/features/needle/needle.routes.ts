import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { logNeedleCheck, readChecks, readPhoto } from './needle-check.service.js';
import { decideLot, readLots, registerLot, reviseLot } from './needle-lot.service.js';

export function needleRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listLots, () => readLots(database)),
    write(routes.registerLot, ({ body, key, person }, tx) =>
      registerLot(database, key, body, person, now(), tx),
    ),
    write(routes.reviseLot, ({ params, body }, tx) => reviseLot(database, params.lotId, body, tx)),
    write(routes.decideLot, ({ params, body, person }, tx) =>
      decideLot(database, params.lotId, body, person, now(), tx),
    ),
    answer(routes.readNeedlePhoto, ({ params }) => readPhoto(database, params.checkId)),
    answer(routes.listNeedleChecks, ({ query }) => readChecks(database, query.lotId)),
    write(routes.logNeedleCheck, ({ body, key, person }, tx) =>
      logNeedleCheck(database, key, body, person, now(), tx),
    ),
  ];
}
