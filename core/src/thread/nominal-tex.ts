import { requirePositive } from '../standing/index.js';
import { TEX_TICKETS } from './size-tables.js';

/**
 * Nominal Tex ticket of an undyed thread: the series value at or below its tex; below the series, its first.
 *
 * @example nominalTex(140) // 135
 */
export function nominalTex(tex: number): number {
  requirePositive('tex', tex);
  const atOrBelow = TEX_TICKETS.filter((ticket) => ticket <= tex * (1 + 1e-9));
  return atOrBelow.at(-1) ?? TEX_TICKETS[0]!;
}
