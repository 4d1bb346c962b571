import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { bundleSchema, makeBundle } from './bundle.store.js';
import { exportRecords } from './export.store.js';
import { withdrawEntry } from './record.service.js';

export function recordRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.exportBundle, async () => JSON.stringify(await makeBundle(database, now()))),
    answer(routes.exportBundleSchema, async () => JSON.stringify(await bundleSchema(database), null, 2)),
    answer(routes.exportRecords, ({ params }) => exportRecords(database, params.file)),
    write(routes.withdrawEntry, ({ key, body, person }, tx) =>
      withdrawEntry(database, key, body, person, now(), tx),
    ),
  ];
}
