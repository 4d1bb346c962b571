import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { OutOfRange } from '../standing/index.js';
import { roundTurns } from './turns.js';

/**
 * Turns of the pre-tension knob that go with a move of the top: half as much in the same direction, which preserves
 * the share of each (common practice), in eighths a hand can repeat; 0 if the half is less than that.
 *
 * @param topMoveTurns tighter positive
 * @throws OutOfRange for a move that is not finite
 * @example preTensionMove(0.5) // 0.25, a quarter turn
 */
export function preTensionMove(topMoveTurns: number, values: Values = SHIPPED_VALUES): number {
  if (!Number.isFinite(topMoveTurns)) throw new OutOfRange('topMoveTurns', topMoveTurns, 'a finite number');
  return roundTurns(topMoveTurns * values['tension.pre-share'].value);
}
