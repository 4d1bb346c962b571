export { eyeFit, FIT_BANDS, RATIO_UNCERTAINTY, type EyeFit, type FitBand } from './eye-fit.js';
export {
  SCHOOL_LIMITS,
  SIZE_SCHOOLS,
  THIN_STACK_MM,
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
export { pointForStack, type PointAdvice, type PointWarning } from './point-for-stack.js';
export { PLATE_RATIO, plateFit, type PlateFit, type PlateVerdict } from './plate-hole.js';
export { seamHole, type SeamHole } from './seam-hole.js';
export { MATCH_WEIGHTS } from './match-weights.js';
export {
  rankNeedles,
  type NeedleAnswer,
  type NeedleCandidate,
  type NeedleQuestion,
  type Refusal,
} from './rank-needles.js';
export { matchReasons, type MatchReason, type Signal } from './match-reasons.js';
