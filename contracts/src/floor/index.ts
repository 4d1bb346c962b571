export {
  DialReading,
  DUTIES,
  FEEDS,
  KnobChange,
  KnobMark,
  Machine,
  MACHINE_CLASSES,
  MachineEntry,
  MachineRevision,
  Plate,
  PresentSetupChange,
  Zone,
} from './machine.js';
export { ReportAnswer, TroubleReport, TroubleReportInput } from './trouble-report.js';
export { Clearance, NeedleChange } from './needle-change.js';
export {
  CounterView,
  FloorMachine,
  FloorView,
  FloorZone,
  NeedleInMachine,
  RecentChange,
} from './floor-view.js';
