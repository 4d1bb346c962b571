import { ProblemError, routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { findMachine, setPresentSetup } from '../floor/index.js';
import { readSetup } from '../match/index.js';
import { beginChangeover, endChangeover, readChangeover, tickStep } from './changeover.service.js';
import { findChangeovers, openChangeoverOf } from './changeover.store.js';
import { listStepTimings } from './step-timings.service.js';

/** How many of a machine's changeovers are shown. */
const SHOWN = 20;

export function changeoverRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    write(routes.beginChangeover, ({ params, body, key, person }, tx) =>
      beginChangeover(database, key, params.machineId, body, person, now(), tx),
    ),
    answer(routes.readChangeover, ({ params }) => readChangeover(database, params.changeoverId)),
    answer(routes.listChangeovers, async ({ params: { machineId } }) => {
      await findMachine(database, machineId);
      return [...(await findChangeovers(database, { machineId }, SHOWN))];
    }),
    write(routes.tickStep, ({ params, body, key, person }, tx) =>
      tickStep(database, key, params, body, person, now(), tx),
    ),
    write(routes.endChangeover, ({ params, body, key, person }, tx) =>
      endChangeover(database, key, params, body, person, now(), tx),
    ),
    write(routes.setPresentSetup, async ({ params, body, key, person }, tx) => {
      const open = await openChangeoverOf(database, params.machineId, tx);
      if (open) throw new ProblemError('changeover.under-way', { by: open.by });
      const setup = await readSetup(database, body.setupId, tx);
      const by = { id: key, at: now(), person };
      return setPresentSetup(database, params.machineId, setup, body.version, by, tx);
    }),
    answer(routes.listStepTimings, () => listStepTimings(database)),
  ];
}
