export { setStateOf, shopMachineOf, topFor, wayTo, type LoggedShop, type SavedSetup } from './saved-setup.js';
export {
  replayTicks,
  TICK_OUTCOMES,
  type ChangeoverProgress,
  type StepTick,
  type TickOutcome,
} from './changeover-log.js';
export { machineAfter, type MachineSetting } from './machine-after.js';
export { spreadOfSteps, timedSteps, trustTimings, type StepTiming, type TimedStep } from './step-minutes.js';
