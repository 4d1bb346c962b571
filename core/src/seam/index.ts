export { threadPerStitch, type Lockstitch, type StitchThread } from './thread-per-stitch.js';
export { eyePasses, eyeWear, type EyePasses, type EyeWear } from './eye-passes.js';
export {
  BOBBIN_SIZES,
  bobbinMetres,
  bobbinOf,
  bobbinSize,
  bobbinValueId,
  type Bobbin,
  type BobbinSize,
} from './bobbin.js';
export { THREAD_PRICE_ID, threadForJob, type JobSize, type JobThread } from './thread-for-job.js';
export { N_PER_LBF, seamStrengthNPerCm, threadStrengthN } from './seam-strength.js';
