export { NeedleStock, StockCount, StockDelivery, StockOrder, StockReceipt } from './needle-stock.js';
export {
  CalendarLink,
  NOTICE_KINDS,
  RoundSheet,
  RoundsNotice,
  RoundTask,
  SKIP_REASONS,
  TASK_STATES,
  TaskSkip,
  PublishedRounds,
  type SkipReason,
} from './round-sheet.js';
export {
  ChangeMove,
  ComparedRule,
  FLAT_RULE_NAMES,
  type FlatRuleName,
  MoveOffer,
  NeedleOutlook,
  NoPlan,
  PinChange,
  PlanAsk,
  PlanConflict,
  PlanMark,
  PlannedMachineView,
  PlannedShift,
  PlanPublished,
  RoundsPlanView,
  RULE_NAMES,
} from './rounds-plan.js';
export {
  AWAY_KINDS,
  type AwayKind,
  Day,
  HoursCorrection,
  MachineAway,
  MechanicHours,
  NeedleSupply,
  NO_SETTINGS,
  RoundsSettings,
  USUAL_SUPPLY,
} from './rounds-settings.js';
export { RoundsView } from './rounds-view.js';
