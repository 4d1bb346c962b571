export { floorRoutes } from './floor.routes.js';
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
export { readFloor, standingNow } from './floor-view.service.js';
export { presentRuns } from './present-runs.service.js';
export { shopClock, type ShopClock } from './shop-clock.js';
