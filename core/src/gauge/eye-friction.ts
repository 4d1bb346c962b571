import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange, requirePositive } from '../standing/index.js';

/** A weight hung on the thread, and the pulls that move the thread through the eye up and down. Newtons. */
export interface EyePulls {
  readonly weightN: number;
  readonly upN: number;
  readonly downN: number;
}

/** The friction of an eye. */
export interface EyeFriction {
  /** Shares, 0.25 for 25 %: raising, lowering, and both combined. */
  readonly up: number;
  readonly down: number;
  readonly both: number;
  /** Friction times wrap angle, as in the capstan equation. */
  readonly muTheta: number;
  /** The two pulls are consistent with the weight: otherwise something slipped or the weight is wrong. */
  readonly consistent: boolean;
  readonly tooMuch: boolean;
  /** So close to the limit that one test does not decide: pull again. */
  readonly borderline: boolean;
}

/**
 * Friction of a needle's eye from a weight W and the pulls up and down: R = (T - W) / mean, and combined R = 2 tanh(m
 * / 2) with m = ln(T_up / T_down) / 2 (capstan equation). The limit is one practitioner's 35 %, and the shop may
 * change it. A needle tested in its machine is pulled through the thread path too: the path's own share is subtracted
 * from friction times wrap, since those add up along a thread.
 *
 * @param path the same pulls without the needle; null for a needle held free
 * @throws OutOfRange for pulls that are not above 0, or an up below the down
 */
export function eyeFriction(
  { weightN, upN, downN }: EyePulls,
  values: Values = SHIPPED_VALUES,
  path: EyePulls | null = null,
): EyeFriction {
  const ofPath = path === null ? 0 : muThetaOf(path);
  const muTheta = Math.max(0, muThetaOf({ weightN, upN, downN }) - ofPath);
  const both = 2 * Math.tanh(muTheta / 2);
  return {
    up: (upN - weightN) / ((upN + weightN) / 2),
    down: (weightN - downN) / ((weightN + downN) / 2),
    both,
    muTheta,
    consistent: Math.abs(Math.sqrt(upN * downN) / weightN - 1) <= values['gauge.consistent-within'].value,
    tooMuch: both > values['gauge.most-friction'].value,
    borderline: both >= values['gauge.borderline-from'].value && both <= values['gauge.borderline-to'].value,
  };
}

/** Friction times wrap angle of a pair of pulls. */
function muThetaOf({ weightN, upN, downN }: EyePulls): number {
  requirePositive('weightN', weightN);
  requirePositive('upN', upN);
  requirePositive('downN', downN);
  if (upN < downN) throw new OutOfRange('upN', upN, `at least downN, ${downN}`);
  return 0.5 * Math.log(upN / downN);
}
