export { floorRoutes } from './floor.routes.js';
export { logService, readServices, readServicesDue } from './machine-service.service.js';
export { putPlateOn, setForSetup, setPresentSetup } from './machine.service.js';
export { changeNeedle, needleInMachine } from './needle-change.service.js';
export { undoChange } from './undo-change.service.js';
export {
  columnsOfMachine,
  EMPTY_MACHINE,
  findMachine,
  findMachineByNumber,
  listMachines,
  listZones,
  listRowsOf,
  lockMachine,
} from './machine.store.js';
export {
  countGroupsOfWork,
  findGroupings,
  lockGroupings,
  regroupNeedles,
  writeGrouping,
} from './life-group.store.js';
export { readFloor } from './floor-view.service.js';
