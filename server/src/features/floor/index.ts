export { floorRoutes } from './floor.routes.js';
export { logService, readServices, readServicesDue } from './machine-service.service.js';
export { setPresentSetup } from './machine.service.js';
export {
  columnsOfMachine,
  EMPTY_MACHINE,
  findMachine,
  findMachineByNumber,
  listMachines,
  listZones,
  listRowsOf,
} from './machine.store.js';
export {
  countGroupsOfWork,
  findGroupings,
  lockGroupings,
  regroupNeedles,
  writeGrouping,
} from './life-group.store.js';
export { readFloor } from './floor-view.service.js';
