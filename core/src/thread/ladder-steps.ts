import { requirePositive } from '../standing/index.js';
import { SIZE_LADDER } from './size-tables.js';

/** From this many steps on, a change of thread is dramatic: the bobbin is touched too. Common practice. */
export const DRAMATIC_STEPS = 2;

/**
 * Signed steps on the size ladder from one tex to another, positive when the thread gets thicker. Sizes between two
 * rungs count in proportion on a logarithmic scale.
 *
 * @example ladderSteps(270, 135) // -2
 */
export function ladderSteps(fromTex: number, toTex: number): number {
  return rung(requirePositive('toTex', toTex)) - rung(requirePositive('fromTex', fromTex));
}

/** Position on the ladder: 0 at its first rung, extrapolated along the end steps outside it. */
function rung(tex: number): number {
  const last = SIZE_LADDER.length - 2;
  const above = SIZE_LADDER.findIndex((value, i) => i > 0 && tex <= value);
  const i = above < 0 ? last : above - 1;
  const low = Math.log(SIZE_LADDER[i]!);
  const high = Math.log(SIZE_LADDER[i + 1]!);
  return i + (Math.log(tex) - low) / (high - low);
}
