import { NEEDLE_SIZES } from '../needle/index.js';
import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { eyeFit, TOO_TIGHT, type EyeFit } from './eye-fit.js';
import { SIZE_SCHOOLS, type SizeSchool } from './school.js';
import { smallestNeedle } from './smallest-needle.js';
import { strengthGuide, type StrengthGuide } from './strength-guide.js';

/** A mechanic's verdict on one thread with one needle, before any stack is given. */
export interface FitJudgement extends EyeFit {
  /** Schools that accept it on an ordinary stack; none when the thread is lost in the eye. */
  readonly acceptedBy: readonly SizeSchool[];
  /** Two or more smaller sizes would still be accepted by the loose-eye school. */
  readonly couldGoThinner: boolean;
  /** Friction and heat: go up in size, or only sew thin work. */
  readonly useLarger: boolean;
  /** Leather thickness the blade is normally good for. */
  readonly strength: StrengthGuide;
}

/** Judges a thread with a needle size. @example judgeFit(0.303, 160).band // 'too-loose' */
export function judgeFit(
  threadDiameterMm: number,
  nm: number,
  values: Values = SHIPPED_VALUES,
  longEye = false,
): FitJudgement {
  const fit = eyeFit(threadDiameterMm, nm, values, longEye);
  const smallestFree = smallestNeedle(threadDiameterMm, values['school.free'].value, values, longEye);
  const place = (sizeNm: number) => NEEDLE_SIZES.findIndex((size) => size.nm === sizeNm);
  return {
    ...fit,
    acceptedBy:
      fit.band === 'too-loose'
        ? []
        : SIZE_SCHOOLS.filter((school) => fit.ratio <= values[`school.${school}`].value),
    couldGoThinner: smallestFree !== undefined && place(nm) - place(smallestFree.nm) >= 2,
    useLarger: TOO_TIGHT.includes(fit.band),
    strength: strengthGuide(nm, values),
  };
}
