export {
  Changeover,
  ChangeoverBegin,
  ChangeoverEnd,
  ChangeoverOnFloor,
  ChangeoverStep,
  ChangeoverSteps,
  ChangeoverTick,
  CHANGEOVER_ENDINGS,
  StepTiming,
  TickInput,
} from './changeover.js';
