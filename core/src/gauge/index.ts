/** What a bench instrument reads once it has settled. */
export { eyeFriction, type EyeFriction, type EyePulls } from './eye-friction.js';
export { averagePulls, PULLS_PER_READING, type AveragedPulls } from './average-pulls.js';
export {
  GAUGE_RULE,
  NOTHING_READ,
  SCALE_RULE,
  steady,
  type Sample,
  type Steadying,
  type SteadyRule,
} from './steady-reading.js';
