import { eyeFriction, type EyeFriction, type EyePulls } from '../gauge/index.js';
import { NEEDLE_SIZES } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';

export const SLIDES = ['slides', 'with-a-push', 'sticks'] as const;
/** What the thread does in the eye, held at the shop's angle. */
export type Slide = (typeof SLIDES)[number];

/** What was checked on one needle; null for what was not. */
export interface NeedleLooks {
  /** Size marked on its shank. */
  readonly markedNm: number | null;
  /** Across the blade above the scarf, by caliper. */
  readonly bladeMm: number | null;
  /** Rolled or laid on glass. */
  readonly straightness: 'straight' | 'bent' | null;
  /** The point drawn over fine knit. */
  readonly snag: 'clean' | 'snags' | null;
  /** Surface around point and eye, under a magnifier. */
  readonly surface: 'sound' | 'scratched' | null;
  /** How the thread lies in the long groove. */
  readonly groove: 'fits' | 'proud' | 'rattles' | null;
  /** Through the eye from the groove, and from the scarf: an eye is not the same both ways. */
  readonly slideFromGroove: Slide | null;
  readonly slideFromScarf: Slide | null;
  readonly pulls: EyePulls | null;
  /** The same pulls through the machine's thread path without the needle, if the needle was tested in its machine. */
  readonly path: EyePulls | null;
  /** Tex of the thread that was pulled: friction depends on eye and thread together. Null if not stated. */
  readonly pulledTex: number | null;
}

/** Nothing was checked yet. */
export const UNCHECKED_NEEDLE: NeedleLooks = {
  markedNm: null,
  bladeMm: null,
  straightness: null,
  snag: null,
  surface: null,
  groove: null,
  slideFromGroove: null,
  slideFromScarf: null,
  pulls: null,
  path: null,
  pulledTex: null,
};

export const NEEDLE_VERDICTS = ['bad', 'doubtful', 'good', 'not-looked-at'] as const;
export type NeedleVerdict = (typeof NEEDLE_VERDICTS)[number];

/**
 * The result of one check: about the needle, or about the thread in it, which says nothing about the needle's
 * quality.
 */
export interface NeedleReason {
  readonly id:
    | 'straight'
    | 'bent'
    | 'clean-point'
    | 'snags'
    | 'sound'
    | 'scratched'
    | 'as-marked'
    | 'size-doubtful'
    | 'other-size'
    | 'slides'
    | 'one-way'
    | 'size-larger'
    | 'sizes-larger'
    | 'groove-fits'
    | 'groove-proud'
    | 'groove-rattles'
    | 'friction-good'
    | 'friction-borderline'
    | 'friction-too-much'
    | 'pulls-uneven';
  readonly says: Exclude<NeedleVerdict, 'not-looked-at'> | 'of-the-thread';
}

export interface JudgedNeedle {
  readonly verdict: NeedleVerdict;
  /** Most serious first. */
  readonly reasons: readonly NeedleReason[];
  readonly friction: EyeFriction | null;
  /** Sizes the caliper allows, nearest first; empty without a reading. */
  readonly sizesNm: readonly number[];
}

const GRAVITY: readonly NeedleReason['says'][] = ['bad', 'doubtful', 'of-the-thread', 'good'];

/**
 * Whether a needle is fit for use, from its checks. A bend, a point that snags, a scratched eye or point and a size
 * other than the mark condemn it; so does eye friction clearly over the shop's limit. All are common practice, the
 * limit is one practitioner's.
 *
 * @throws OutOfRange for pulls that are not above 0, or an up below the down
 */
export function judgeNeedle(looks: NeedleLooks, values: Values = SHIPPED_VALUES): JudgedNeedle {
  const friction = looks.pulls && eyeFriction(looks.pulls, values, looks.path);
  const sizesNm = looks.bladeMm === null ? [] : sizesWithin(looks.bladeMm, values);
  const reasons = [
    ...conditionReasons(looks),
    ...markReasons(looks, sizesNm),
    ...slideReasons(looks),
    ...grooveReasons(looks),
    ...frictionReasons(friction),
  ].sort((a, b) => GRAVITY.indexOf(a.says) - GRAVITY.indexOf(b.says));
  const ofNeedle = reasons.flatMap(({ says }) => (says === 'of-the-thread' ? [] : [says]));
  return { verdict: ofNeedle[0] ?? 'not-looked-at', reasons, friction, sizesNm };
}

function conditionReasons({ straightness, snag, surface }: NeedleLooks): readonly NeedleReason[] {
  return [
    ...(straightness === 'bent' ? [bad('bent')] : straightness === 'straight' ? [good('straight')] : []),
    ...(snag === 'snags' ? [bad('snags')] : snag === 'clean' ? [good('clean-point')] : []),
    ...(surface === 'scratched' ? [bad('scratched')] : surface === 'sound' ? [good('sound')] : []),
  ];
}

/** The mark against the caliper: another size only if the reading rules out the marked one. */
function markReasons({ markedNm }: NeedleLooks, sizesNm: readonly number[]): readonly NeedleReason[] {
  if (markedNm === null || sizesNm.length === 0) return [];
  if (sizesNm[0] === markedNm) return [good('as-marked')];
  return sizesNm.includes(markedNm) ? [doubtful('size-doubtful')] : [bad('other-size')];
}

function slideReasons({ slideFromGroove, slideFromScarf }: NeedleLooks): readonly NeedleReason[] {
  const [one, other] = [slideFromGroove ?? slideFromScarf, slideFromScarf ?? slideFromGroove];
  if (one === null || other === null) return [];
  // Sticks one way and slides the other: that is the eye, and not the size of the thread.
  if (new Set([one, other]).has('sticks') && new Set([one, other]).has('slides'))
    return [doubtful('one-way')];
  if (one === 'sticks' || other === 'sticks') return [ofThread('sizes-larger')];
  if (one === 'with-a-push' || other === 'with-a-push') return [ofThread('size-larger')];
  return [good('slides')];
}

function grooveReasons({ groove }: NeedleLooks): readonly NeedleReason[] {
  if (groove === null) return [];
  const id = ({ fits: 'groove-fits', proud: 'groove-proud', rattles: 'groove-rattles' } as const)[groove];
  return [ofThread(id)];
}

/** Two pulls that do not match the weight are repeated, unless the eye is bad by either of them. */
function frictionReasons(friction: EyeFriction | null): readonly NeedleReason[] {
  if (!friction) return [];
  const uneven = friction.consistent ? [] : [doubtful('pulls-uneven')];
  if (friction.borderline) return [doubtful('friction-borderline'), ...uneven];
  return [friction.tooMuch ? bad('friction-too-much') : good('friction-good'), ...uneven];
}

/** Sizes within two standard deviations of a caliper reading, nearest first. */
function sizesWithin(bladeMm: number, values: Values): readonly number[] {
  const reading = 100 * bladeMm;
  const off = (nm: number) => Math.abs(nm - reading);
  const byDistance = NEEDLE_SIZES.map(({ nm }) => nm).sort((a, b) => off(a) - off(b));
  return byDistance.filter((nm, i) => i === 0 || off(nm) <= 200 * values['check.caliper-sd'].value);
}

const bad = (id: NeedleReason['id']): NeedleReason => ({ id, says: 'bad' });
const doubtful = (id: NeedleReason['id']): NeedleReason => ({ id, says: 'doubtful' });
const good = (id: NeedleReason['id']): NeedleReason => ({ id, says: 'good' });
const ofThread = (id: NeedleReason['id']): NeedleReason => ({ id, says: 'of-the-thread' });
