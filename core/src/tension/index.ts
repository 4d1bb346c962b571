export {
  directionAfter,
  DROP_TESTS,
  isFar,
  SEAM_GRADES,
  type DropTest,
  type SeamGrade,
} from './seam-grade.js';
export { roundTurns, TURN_GRAIN, turnsText } from './turns.js';
export { HAND_STEPS, handStepTurns, HEAVY_LEATHER_MM, workWeight, type WorkWeight } from './hand-step.js';
export type { NextSeamAdvice, NextSeamContext, NextSeamReason, NextSeamRule, TestSeam } from './next-seam.js';
export { quarterTurnRule } from './quarter-turn-rule.js';
export {
  firstSetting,
  NEEDLE_TARGET_CN_PER_TEX,
  type Duty,
  type FirstSetting,
  type LoggedSetting,
  type SettingWanted,
} from './first-setting.js';
