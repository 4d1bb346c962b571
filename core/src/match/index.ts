export { eyeFit, fitBands, type BandEdge, type EyeFit, type FitBand } from './eye-fit.js';
export {
  SIZE_SCHOOLS,
  schoolForStack,
  schoolLimit,
  type LeatherPointSchool,
  type Schools,
  type SizeSchool,
  type SizeSchoolChoice,
} from './school.js';
export { smallestNeedle } from './smallest-needle.js';
export { strengthGuideMm } from './strength-guide.js';
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
  type PointAdvice,
  type PointEffect,
  type PointInLayer,
} from './point-for-stack.js';
export { finishForStack, finishValueId, finishWork } from './finish-for-stack.js';
export { plateFit, type PlateFit, type PlateVerdict } from './plate-hole.js';
export { edgeDistanceMm, seamHole, type SeamHole } from './seam-hole.js';
export { COST_PARTS, type CostPart, type CostParts } from './needle-cost.js';
export { threadOnBench, type Limits, type MachineOnBench, type ThreadOnBench } from './on-bench.js';
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
export { refusalsOf, whyNot, type WhyNot } from './why-not.js';
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
export { dialLine, dialMarkFor, type DialLine, type DialReading } from './stitch-dial.js';
export {
  changeover,
  type Changeover,
  type ChangeoverMachine,
  type ChangeoverStep,
  type NeedleChange,
  type SetState,
  type TopSetting,
} from './changeover.js';
export {
  rankMachines,
  type JobQuestion,
  type MachineAnswer,
  type MachineRanking,
  type ShopMachine,
} from './rank-machines.js';
