export { CounterLeap, LeapDecision } from './counter-leap.js';
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
  RetiredMachine,
  Retirement,
} from './machine.js';
export { ReportAnswer, TroubleReport, TroubleReportInput } from './trouble-report.js';
export { PLAN_COLUMNS, PLAN_ROWS, PlanPlace, ZonePlan } from './floor-plan.js';
export { MachineEvent, MachineHistory } from './machine-history.js';
export { PiecesEntry, SpotCheck } from './work-record.js';
export { PartUsedNeedle, Pocket, PocketMove, Sharps, SharpsEmptied } from './part-used-needle.js';
export { Clearance, ClearanceFinding, NeedleChange, NeedleSwap } from './needle-change.js';
export {
  CounterView,
  FloorMachine,
  FloorView,
  FloorZone,
  NeedleInMachine,
  RecentChange,
  SafetyStop,
} from './floor-view.js';
export {
  MACHINE_COLUMNS,
  MachineImport,
  MachineImportResult,
  MachineRow,
  readMachineRow,
  type CellProblem,
  type MachineColumn,
} from './machine-import.js';
export {
  PAST_STAY_COLUMNS,
  PastStayImport,
  PastStayImportResult,
  PastStayRow,
  readPastStay,
  type PastStay,
  type PastStayColumn,
  type PastStayShop,
} from './past-stay.js';
