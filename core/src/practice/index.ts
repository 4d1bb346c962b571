export {
  FAULT_LOOKS,
  isBalanced,
  practiceSeam,
  type PracticeMachine,
  type PracticeSeam,
  type PracticeSetting,
} from './practice-machine.js';
export {
  PRACTICE_LEVELS,
  PRACTICE_SCENARIOS,
  practiceScenario,
  type PracticeLevel,
  type PracticeScenario,
} from './practice-scenario.js';
export { rulePath, type PracticeStep } from './rule-path.js';
export {
  answerOf,
  finderPath,
  hiddenFault,
  sewnAfter,
  type FaultStep,
  type HiddenFault,
} from './practice-fault.js';
