import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, stream, write, type Handled } from '../../http/handle.js';
import { versionWatch } from '../../http/version-watch.js';
import { readFloor } from './floor-view.service.js';
import { changeNeedle } from './needle-change.service.js';
import { clearMachine } from './safety-stop.service.js';
import { answerReport, reportTrouble } from './trouble.service.js';
import { floorVersion } from './floor.store.js';
import { addZone, arrangeZone, renameZone } from './floor-plan.service.js';
import { readHistory } from './machine-history.service.js';
import { importMachines } from './machine-import.service.js';
import { markKnob, registerMachine, reviseMachine } from './machine.service.js';
import { listMachines, listRetired, listZones } from './machine.store.js';
import { retireMachine } from './retire-machine.service.js';
import { importPastStays } from './past-stays.service.js';
import { discardPartUsed, emptySharps, moveToPocket } from './part-used.service.js';
import { undoChange } from './undo-change.service.js';
import { logSpotCheck, logPieces, withdrawPieces } from './work-record.service.js';

export function floorRoutes(database: Database, now: () => Date): readonly Handled[] {
  const watching = versionWatch(() => floorVersion(database));
  return [
    stream(routes.watchFloor, () => Promise.resolve(watching)),
    answer(routes.readFloor, () => readFloor(database, now())),
    answer(routes.listMachines, () => listMachines(database)),
    answer(routes.listRetiredMachines, () => listRetired(database)),
    write(routes.retireMachine, ({ params, body, person }, tx) =>
      retireMachine(database, params.machineId, body, person, now(), tx),
    ),
    answer(routes.listZones, () => listZones(database)),
    write(routes.addZone, ({ key, body }, tx) => addZone(database, { id: key, ...body }, tx)),
    write(routes.renameZone, ({ params, body }, tx) =>
      renameZone(database, { id: params.zoneId, ...body }, tx),
    ),
    write(routes.registerMachine, ({ key, body }, tx) => registerMachine(database, key, body, tx)),
    write(routes.importMachines, ({ body }, tx) => importMachines(database, body, tx)),
    write(routes.importPastStays, ({ body, person }, tx) =>
      importPastStays(database, body, person, now(), tx),
    ),
    write(routes.reviseMachine, ({ params, body: { version, ...entry } }, tx) =>
      reviseMachine(database, params.machineId, entry, version, tx),
    ),
    write(routes.markKnob, ({ params, body: { version, ...knob } }, tx) =>
      markKnob(database, params.machineId, knob, version, tx),
    ),
    write(routes.changeNeedle, ({ params, body, key, person }, tx) =>
      changeNeedle(database, params.machineId, body, { installId: key }, person, now(), tx),
    ),
    write(routes.undoChange, ({ params: { machineId, installId }, key, person }, tx) =>
      undoChange(database, machineId, { undoId: key, installId }, person, now(), tx),
    ),
    ...needleBoxRoutes(database, now),
    answer(routes.readHistory, ({ params, query }) =>
      readHistory(database, params.machineId, query.before === undefined ? now() : new Date(query.before)),
    ),
    write(routes.logPieces, ({ params, body, key, person }, tx) =>
      logPieces(database, params.machineId, key, body, person, now(), tx),
    ),
    write(routes.withdrawPieces, ({ params, person }, tx) =>
      withdrawPieces(database, params.piecesId, person, now(), tx),
    ),
    write(routes.logSpotCheck, ({ body, key, person }, tx) =>
      logSpotCheck(database, key, body, person, now(), tx),
    ),
    write(routes.arrangeZone, ({ params, body }, tx) => arrangeZone(database, params.zoneId, body, tx)),
    write(routes.reportTrouble, ({ params, body, key, person }, tx) =>
      reportTrouble(database, params.machineId, body, key, person, now(), tx),
    ),
    write(routes.answerReport, ({ params, body, person }, tx) =>
      answerReport(database, params.reportId, body, person, now(), tx),
    ),
    write(routes.clearMachine, ({ params, body, key, person }, tx) =>
      clearMachine(database, params.machineId, body, key, person, now(), tx),
    ),
  ];
}

/** Part-used needles and sharps. */
function needleBoxRoutes(database: Database, now: () => Date): readonly Handled[] {
  return [
    write(routes.discardPartUsed, ({ params, person }, tx) =>
      discardPartUsed(database, params.partUsedId, person, now(), tx),
    ),
    write(routes.moveToPocket, ({ params, body }, tx) =>
      moveToPocket(database, params.partUsedId, body.pocket, tx),
    ),
    write(routes.emptySharps, ({ body, key, person }, tx) =>
      emptySharps(database, key, body.counted, person, now(), tx),
    ),
  ];
}
