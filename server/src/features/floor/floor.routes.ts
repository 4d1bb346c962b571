import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, write, type Handled } from '../../http/handle.js';
import { changeNeedle, clearMachine, readFloor } from './floor.service.js';
import { markKnob } from './machine.service.js';
import { listMachines } from './machine.store.js';

export function floorRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    answer(routes.readFloor, () => readFloor(database, now())),
    answer(routes.listMachines, () => listMachines(database)),
    write(routes.markKnob, ({ params, body: { version, ...knob } }, tx) =>
      markKnob(database, params.machineId, knob, version, tx),
    ),
    write(routes.changeNeedle, ({ params, body, key, person }, tx) =>
      changeNeedle(database, params.machineId, body, { installId: key }, person, now(), tx),
    ),
    write(routes.clearMachine, ({ params, body, key, person }, tx) =>
      clearMachine(database, params.machineId, body, key, person, now(), tx),
    ),
  ];
}
