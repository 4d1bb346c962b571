export {
  directionAfter,
  DROP_TESTS,
  isFar,
  SEAM_GRADES,
  type DropTest,
  type SeamGrade,
} from './seam-grade.js';
export { inTurns, roundTurns, TURN_GRAIN, turnsText } from './turns.js';
export {
  HAND_STEPS,
  longestMoveTurns,
  handStepTurns,
  HEAVY_LEATHER_MM,
  STEP_SCHOOLS,
  workWeight,
  type StepSchool,
  type WorkWeight,
} from './hand-step.js';
export type { TestSeam } from './test-seam.js';
export { quarterTurnRule, type NextSeamAdvice } from './quarter-turn-rule.js';
export {
  firstSetting,
  NEEDLE_TARGET_CN_PER_TEX,
  type FirstSetting,
  type LoggedSetting,
  type SettingWanted,
} from './first-setting.js';
export { gradeChances, gradeIndex, lockPosition } from './seam-model.js';
export { windowGrid, type WindowGrid } from './window-grid.js';
export {
  expectationAt,
  inWindow,
  judgeAfter,
  observe,
  priorBelief,
  settingChances,
  summaryOf,
  type BeliefSummary,
  type Expectation,
  type ObservedSeam,
  type WindowBelief,
  type WindowPrior,
} from './window-belief.js';
export {
  balanceAdvice,
  balanceRule,
  beliefAfter,
  PLAIN_WAY,
  type BalanceAdvice,
  type BalanceReason,
  type BalanceWay,
  type ClaimGround,
  TENSION_TARGETS,
  type TensionTarget,
} from './balance-rule.js';
export {
  CASE_LATCHES,
  SETTING_SCREWS,
  type SettingScrew,
  caseAt,
  caseFor,
  caseResets,
  casesAfter,
  isSetFor,
  caseTakes,
  UNMARKED,
  type CaseLatch,
  type CaseResets,
  type MachineCase,
} from './case-choice.js';
export { bobbinCase, dropFor, type BobbinCase, type CaseReading } from './bobbin-case.js';
export { preTensionMove } from './pre-tension.js';
export { coherence } from './coherence.js';
export {
  anyJudge,
  JUDGE_KINDS,
  judgedChances,
  judgeTraits,
  type JudgeKind,
  type JudgeTraits,
  type JudgeWeights,
} from './seam-judge.js';
export { knownByLock, learnJudges, type KnownSeam } from './learn-judge.js';
export { ENOUGH_WORKS, predictSetting, type SettingPrediction, type SettledWork } from './predict-setting.js';
export {
  bobbinAdvice,
  bobbinTarget,
  CN_PER_GRAM,
  DROP_TEST_TELLS_TO_TEX,
  dropTension,
  type BobbinAdvice,
  type BobbinContext,
  BOBBIN_SCHOOLS,
  type BobbinSchool,
  type TensionRange,
} from './bobbin-tension.js';
export {
  checksBeforeKnob,
  isUnsteady,
  NOT_TENSION,
  type NotTension,
  type SeamReport,
} from './not-the-knob.js';
export {
  bobbinTensionCn,
  CHAIN,
  needleTensionCn,
  type ChainParameters,
  type ChainSetting,
  type Duty,
} from './tension-chain.js';
export {
  ENOUGH_READINGS,
  turnsToTension,
  type GaugeReading,
  type TurnsToTension,
} from './turns-to-tension.js';
export { wrapsAtTravelEnd } from './travel-end.js';
export { springWear, type SpringReading, type SpringWear } from './spring-wear.js';
