export { shiftClock } from './shift-clock.js';
export { shiftHours, shiftHoursUntil } from './shift-hours.js';
export {
  addedHours,
  shiftSpans,
  shiftTimes,
  toInstantMs,
  type ShiftPattern,
  type ShiftTime,
  type Span,
  type UtcOffsetMinutes,
} from './shift-pattern.js';
export { needleFraction, type NeedleFraction, type WorkSample } from './needle-fraction.js';
export {
  byDueOrder,
  DEFAULT_LIFE_HOURS,
  NEEDLE_STATES,
  needleAge,
  WATCH_SHARE,
  type NeedleAge,
  type NeedleAgeInput,
  type NeedleState,
} from './needle-life.js';
export {
  joinHours,
  unheardPieces,
  type PiecesInTime,
  PIECES_SPREAD,
  piecesHours,
  type HoursBySource,
  type PiecesSewn,
} from './needle-hours.js';
export { DRIVES, speedAdvice, type Drive, type SpeedAdvice } from './drive.js';
export { checksFor, nextCheckMs } from './spot-checks.js';
export { freePocket, worthAgain, type KeptNeedle } from './part-used.js';
export {
  FRAGMENT_COUNTS,
  mustStop,
  REMOVAL_CAUSES,
  type FragmentCount,
  type RemovalCause,
} from './removal.js';
export {
  counterRuns,
  LONGEST_STEP_MS,
  runsByHour,
  type CounterLeap,
  type CounterReading,
  type CounterRun,
  type HourRun,
} from './counter-run.js';
export {
  callOf,
  TROUBLE_CHECKS,
  troubleRule,
  TROUBLES,
  type Trouble,
  type TroubleCall,
  type TroubleCheck,
} from './trouble.js';
