import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { addPlate, changePlate } from './plate.service.js';
import { findPlates } from './plate.store.js';

export function plateRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listPlates, () => findPlates(database, null)),
    write(routes.addPlate, ({ body, key, person }, tx) =>
      addPlate({ database, tx, person, now: now() }, key, body),
    ),
    write(routes.changePlate, ({ params, body, person }, tx) =>
      changePlate({ database, tx, person, now: now() }, params.plateId, body),
    ),
  ];
}
