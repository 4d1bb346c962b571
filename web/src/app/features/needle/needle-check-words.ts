import type { NeedleReason, NeedleTrait, NeedleVerdict } from '@gantelet/core';
import type { LotState } from '@gantelet/contracts';
import type { SignalShape } from '../../shared/widgets/signal-mark.component';

export const VERDICT_WORDS: Readonly<Record<NeedleVerdict, string>> = {
  bad: 'Bad: into the sharps box',
  doubtful: 'Doubtful: take another',
  good: 'Good',
  'not-looked-at': 'Nothing checked yet',
};

export const VERDICT_SHAPES: Readonly<Record<NeedleVerdict, SignalShape>> = {
  bad: 'act',
  doubtful: 'watch',
  good: 'good',
  'not-looked-at': 'info',
};

/** The result of one check, in a sentence. */
export const REASON_WORDS: Readonly<Record<NeedleReason['id'], string>> = {
  straight: 'Lies flat on the glass.',
  bent: 'Bent: it misses the hook or hits it.',
  'clean-point': 'The point catches nothing.',
  snags: 'The point catches: hooked or burred.',
  sound: 'Smooth round point and eye.',
  scratched: 'Scratched near point or eye: it will shred the thread.',
  'as-marked': 'The blade is the size it is marked.',
  'size-doubtful': 'The caliper reads nearer to another size. Measure again.',
  'other-size': 'The blade is not the size it is marked.',
  slides: 'The thread slides by itself, both ways as far as tried.',
  'one-way': 'Slides one way and sticks the other: the eye is rough on one side.',
  'size-larger': 'The thread needs a push: a needle one size larger would suit it.',
  'sizes-larger': 'The thread sticks: it needs a needle at least one size larger.',
  'groove-fits': 'The thread lies in the groove.',
  'groove-proud': 'The thread stands out of the groove: too thick for this needle.',
  'groove-rattles': 'The thread is loose in the groove: thin for this needle.',
  'friction-good': 'The eye lets the thread through easily.',
  'friction-borderline': 'Eye friction is borderline. Pull again.',
  'friction-too-much': 'Too much friction in the eye.',
  'pulls-uneven': 'The two forces do not match the weight: weigh it again and pull evenly.',
};

export const LOT_STATE_WORDS: Readonly<Record<LotState, string>> = {
  open: 'in use',
  'to-check': 'check before use',
  accepted: 'accepted',
  quarantined: 'kept out of machines',
};

export const LOT_STATE_SHAPES: Readonly<Record<LotState, SignalShape>> = {
  open: 'info',
  'to-check': 'watch',
  accepted: 'good',
  quarantined: 'stop',
};

/** What to check next on a loose needle. */
export const TRAIT_WORDS: Readonly<Record<NeedleTrait, string>> = {
  shank: 'whether the shank is round or has a flat',
  points: 'the point, under a glass: round, or with a cutting edge',
  shankDiameterMm: 'the shank diameter, with a caliper',
  buttToEyeMm: 'the length from the butt to the top of the eye',
  overallMm: 'the overall length',
  longEye: 'whether the eye is longer than that of a usual needle beside it',
};
