export { symptom, SYMPTOMS, type Symptom } from './symptoms.js';
export {
  causeById,
  CAUSE_GROUPS,
  CAUSES,
  NONE_OF_THESE,
  type Cause,
  type CauseGroup,
  type Hands,
} from './causes.js';
export { EVIDENCE, evidenceById, type Evidence } from './evidence.js';
export { OPENINGS, type FaultCheck, type Look, type Opening, type Probe, type Swap } from './fault-check.js';
export { FAULT_TIMES, faultTimes, type FaultTime, type FaultTimes } from './fault-times.js';
export {
  learnTimes,
  LONGEST_CHECK_MINUTES,
  timedChecks,
  type CheckTiming,
  type LearnedTime,
  type TimedFault,
} from './learn-times.js';
export { FAULT_CHECKS, faultCheck, FIXED_ORDER, SPECIALIST } from './fault-checks.js';
export { likeliest, mendedShare, type FaultBelief, type KnownEvidence } from './fault-belief.js';
export {
  afterFinding,
  replayFault,
  SURE_ENOUGH,
  type FaultCase,
  type FaultFinding,
  type FaultState,
} from './fault-case.js';
export { strongestEvidence, type SpeakingEvidence } from './strongest-evidence.js';
export { repeatedCauses, type ConfirmedCause, type RepeatedCause } from './repeated-causes.js';
export { canMake } from './finish-cost.js';
export { nextChecks, PUT_RIGHT_WITHIN_MIN, type FaultAdvice, type NextStep } from './next-check.js';
export { learnShares, seenCase, type LearnedCase, type Learning, type SeenCase } from './learn-shares.js';
export {
  evidenceOf,
  evidenceOfLogs,
  evidenceOfWork,
  symptomOfTrouble,
  type LoggedFacts,
  type MachineFacts,
  type WorkOnMachine,
} from './known-evidence.js';
