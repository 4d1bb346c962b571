export { eyeFit, fitBands, type BandEdge, type EyeFit, type FitBand } from './eye-fit.js';
export {
  SIZE_SCHOOLS,
  schoolLimit,
  type CoatedPointSchool,
  type LeatherPointSchool,
  type PointSchools,
  type Schools,
  type SizeSchool,
  type SizeSchoolChoice,
} from './school.js';
export { smallestNeedle } from './smallest-needle.js';
export {
  carries,
  leastBladeNm,
  leastBladeValueId,
  strengthGuide,
  type StrengthGuide,
} from './strength-guide.js';
export { sizePlace, sizeRule, type SizePlace, type SizeStanding } from './size-place.js';
export { otherPractice, type OtherPractice } from './other-practice.js';
export { judgeFit, type FitJudgement } from './judge-fit.js';
export {
  POINT_WORKS,
  pointSuitability,
  pointValueId,
  pointWork,
  shippedSuitability,
  type PointWork,
} from './point-suitability.js';
export {
  HARMFUL_EFFECTS,
  pointForStack,
  pointIsWrong,
  type PointAdvice,
  type PointEffect,
  type PointInLayer,
} from './point-for-stack.js';
export { finishForStack, finishValueId, finishWork } from './finish-for-stack.js';
export {
  needleHoles,
  plateFit,
  platesOf,
  type NeedleHoles,
  type PlateFit,
  type PlateVerdict,
} from './plate-hole.js';
export { plateToFetch, sharedPlateOn } from './shared-plate.js';
export { plateRemedy, type PlateRemedy } from './plate-remedy.js';
export { edgeDistanceMm, seamHole, type SeamHole } from './seam-hole.js';
export { COST_PARTS, type CostPart, type CostParts } from './needle-cost.js';
export {
  threadOnBench,
  type Limits,
  type MachineOnBench,
  type PlateOnBench,
  type SharedPlate,
  type ThreadOnBench,
} from './on-bench.js';
export {
  rankNeedles,
  type NeedleAnswer,
  type NeedleCandidate,
  type NeedleQuestion,
  type Refusal,
} from './rank-needles.js';
export { bestNeedle } from './best-needle.js';
export { nameOfNeedle, needleKey, sameNeedle, type NeedleName } from './needle-choice.js';
export { nearestAlternatives, shortfalls, worstPart, type Alternative } from './alternatives.js';
export { refusalsOf, refuseOnMachine, whyNot, withSystem, type WhyNot } from './why-not.js';
export { matchReasons, type MatchReason, type ReasonContext, type Signal } from './match-reasons.js';
export { stepsOutside, threadForStack, type ThreadRange } from './thread-for-stack.js';
export {
  rankThreads,
  threadUseValueId,
  type ThreadAnswer,
  type ThreadQuestion,
  type ThreadRanking,
} from './rank-threads.js';
export { threadsForNeedle, type ThreadInNeedle, type ThreadsOfKind } from './threads-for-needle.js';
export {
  dialLine,
  dialMarkFor,
  STITCH_CONTROLS,
  type DialLine,
  type DialReading,
  type StitchControl,
} from './stitch-dial.js';
export { changeover } from './changeover.js';
export {
  CHANGEOVER_STEPS,
  type Changeover,
  type ChangeoverMachine,
  type ChangeoverStep,
  type ChangeoverStepKind,
  type NeedleChange,
  type SetState,
  type TopSetting,
} from './changeover-step.js';
export {
  rankMachines,
  type JobQuestion,
  type MachineAnswer,
  type MachineRanking,
  type ShopMachine,
} from './rank-machines.js';
