import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange, requirePositive } from '../standing/index.js';

/** A weight hung on the thread, and the pull that moves the thread through the eye up and down. Newtons. */
export interface EyePulls {
  readonly weightN: number;
  readonly upN: number;
  readonly downN: number;
}

/** What an eye does to the thread. */
export interface EyeFriction {
  /** Shares, 0.25 for 25 %: lifting, letting down, and of both together. */
  readonly up: number;
  readonly down: number;
  readonly both: number;
  /** Friction times wrap, as the capstan has it. */
  readonly muTheta: number;
  /** The two pulls fit the weight: else something slipped or the weight is another. */
  readonly consistent: boolean;
  readonly tooMuch: boolean;
  /** So near the bound that one pull does not decide: pull again. */
  readonly borderline: boolean;
}

/**
 * Friction of a needle's eye from a weight W and the pulls up and down: R = (T - W) / mean, and of both
 * R = 2 tanh(m / 2) with m = ln(T_up / T_down) / 2 (capstan equation). The bound is one practitioner's 35 %, and the shop's
 * to move. A needle tested in its machine is pulled through the thread path too: what the path alone holds back is taken off
 * the friction times wrap, since those add up along a thread.
 *
 * @param path the same pulls without the needle; null for a needle that is held free
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

/** Friction times wrap of a pair of pulls. */
function muThetaOf({ weightN, upN, downN }: EyePulls): number {
  requirePositive('weightN', weightN);
  requirePositive('upN', upN);
  requirePositive('downN', downN);
  if (upN < downN) throw new OutOfRange('upN', upN, `at least downN, ${downN}`);
  return 0.5 * Math.log(upN / downN);
}
