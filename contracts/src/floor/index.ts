export {
  DUTIES,
  FEEDS,
  KnobChange,
  KnobMark,
  Machine,
  MACHINE_CLASSES,
  PresentSetupChange,
} from './machine.js';
export { Clearance, NeedleChange } from './needle-change.js';
export { FloorMachine, FloorView, FloorZone, NeedleInMachine, RecentChange } from './floor-view.js';
