export { changesAlong, type ChangeAlong, type JobAhead, type RoundChange } from './change-along.js';
export { compareRules } from './compare-rules.js';
export type {
  ChangeRule,
  Outcome,
  RuleCosts,
  RuleOutcome,
  Simulated,
  TriedMachine,
} from './compare-rules.js';
export { conflictsOf, pinConflicts, type Conflict } from './conflicts.js';
export { costTable, type CostTable } from './cost-table.js';
export {
  assumedEnds,
  latenessOf,
  LONGEST_STAY,
  MOST_OUTLIVED,
  wearingOf,
  type Lateness,
  type Wearing,
} from './lateness.js';
export { leftLate, type LeftLate } from './left-late.js';
export { flatPlan, type FlatRule } from './flat-plan.js';
export { boundSearch, type Bound } from './lower-bound.js';
export { moveChange, moveCosts, type Move } from './move-change.js';
export { needleForecast, needlesForPlan } from './needle-forecast.js';
export type { NeedleForecast, NeedleUse } from './needle-forecast.js';
export { pathCost, planCost, type PathCost } from './plan-cost.js';
export { planRounds, type PlanOptions, type RoundsPlan } from './plan-rounds.js';
export type {
  Changes,
  MinutesLimit,
  PlanCost,
  PlannedMachine,
  PlannedZone,
  RoundsProblem,
} from './rounds-problem.js';
export { splitWork, type Mechanic, type Round, type SplitWork, type Task } from './split-work.js';
export { wholeModel, type WholeModel } from './whole-model.js';
