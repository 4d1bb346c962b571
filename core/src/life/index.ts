/** How long needles last, and when to change them. */
export { requireRecords, type LifeRecord } from './life-record.js';
export { weibull, type Weibull, type WeibullParameters } from './weibull.js';
export { fitWeibull, scaleAtLeast, type NoFit, type WeibullFit } from './fit-weibull.js';
export { fitWithLimits, likelihoodLimits, type Interval, type WeibullLimits } from './likelihood-interval.js';
export { kaplanMeier, thinSteps, type SurvivalStep } from './kaplan-meier.js';
export {
  bestInterval,
  costPerHour,
  expectedEnds,
  LEAST_SAVING,
  type BestInterval,
  type ChangeCosts,
  type NeedleEnds,
  type RunToFailureReason,
} from './best-interval.js';
export { poolLives, type MachineLives, type PooledLives, type PooledMachine } from './pool-lives.js';
export { countable, hoursWatched, rateOf, wearRecords, type NeedleEnd, type Rate } from './needle-end.js';
export {
  assessLives,
  countCauses,
  ENOUGH_FAILURES,
  type AsDone,
  type AssessInput,
  type LifeAdvice,
  type LivesAssessment,
  type Sensitivity,
} from './assess-lives.js';
export {
  frictionEvidence,
  LOT_ERROR,
  lotEvidence,
  type LotEvidence,
  type LotNeedle,
} from './lot-evidence.js';
export { groupId, readGroupId, wearingKind, type LifeGroup } from './life-group.js';
export { effectiveGroup, SPLIT_BY, type GroupRule, type SplitBy } from './group-rule.js';
export { changeCosts, type CostsOfShop } from './change-costs.js';
export { survivalBand, type BandPoint } from './survival-band.js';
