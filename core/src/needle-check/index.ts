/** Is this needle what it says, is it good, and is its delivery? */
export {
  identifyNeedle,
  UNSEEN_NEEDLE,
  type IdentifiedNeedle,
  type LikelySystem,
  type LooseNeedle,
  type NeedleTrait,
} from './identify-needle.js';
export {
  judgeNeedle,
  NEEDLE_VERDICTS,
  SLIDES,
  UNCHECKED_NEEDLE,
  type JudgedNeedle,
  type NeedleLooks,
  type NeedleReason,
  type NeedleVerdict,
  type Slide,
} from './judge-needle.js';
export { judgeSample, lotSample, passChance, type LotSample, type SampleVerdict } from './lot-sample.js';
export {
  COMPARED_LENGTHS,
  compareNeedles,
  type ComparedLength,
  type LengthBeside,
  type NeedleBeside,
  type NeedleComparison,
  type NeedlesBeside,
} from './compare-needles.js';
export { lengthValueId, NEEDLE_LENGTHS, type NeedleLength } from './needle-traits.js';
