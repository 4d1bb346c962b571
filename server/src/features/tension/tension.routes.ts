import { routes } from '@gantelet/contracts';
import { shopValues } from '../catalogue/index.js';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { addBobbinCase, changeBobbinCase, listBobbinCases, putBobbinCaseIn } from './bobbin-case.service.js';
import {
  keepSetting,
  listSeamJudges,
  logBobbin,
  logGauge,
  logSeam,
  logStrip,
  readTension,
} from './tension.service.js';
import { balancedSettings } from './tension.store.js';

export function tensionRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listBalanced, () => balancedSettings(database)),
    answer(routes.listBobbinCases, () => listBobbinCases(database, {}, now())),
    write(routes.addBobbinCase, ({ params, body, key, person }, tx) =>
      addBobbinCase({ database, tx, person, now: now() }, key, params.machineId, body),
    ),
    write(routes.changeBobbinCase, ({ params, body, person }, tx) =>
      changeBobbinCase({ database, tx, person, now: now() }, params.caseId, body),
    ),
    write(routes.putBobbinCaseIn, ({ params, body, key, person }, tx) =>
      putBobbinCaseIn({ database, tx, person, now: now() }, key, params.machineId, body),
    ),
    answer(routes.listSeamJudges, async () => listSeamJudges(database, await shopValues(database))),
    write(routes.keepSetting, ({ params, body, key, person }, tx) =>
      keepSetting(database, key, params.setupId, body, person, now(), tx),
    ),
    answer(routes.readTension, ({ params }) => readTension(database, params.setupId, now())),
    write(routes.logSeam, ({ params, body, key, person }, tx) =>
      logSeam(database, key, params.setupId, body, person, now(), tx),
    ),
    write(routes.logStrip, ({ params, body, key, person }, tx) =>
      logStrip(database, key, params.setupId, body, person, now(), tx),
    ),
    write(routes.logGauge, ({ params, body, key, person }, tx) =>
      logGauge(database, key, params.setupId, body, person, now(), tx),
    ),
    write(routes.logBobbin, ({ params, body, key, person }, tx) =>
      logBobbin(database, key, params.setupId, body, person, now(), tx),
    ),
  ];
}
