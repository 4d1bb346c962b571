export {
  BREAKS,
  pullNPerCm,
  pullVerdict,
  strengthRatio,
  type Break,
  type MeasuredStrength,
  type PullTest,
  type PullVerdict,
} from './pull-test.js';
