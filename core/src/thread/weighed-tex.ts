import { requireNotNegative, requirePositive } from '../standing/index.js';
import { TEX_TICKETS } from './size-tables.js';

/** The result of weighing a length of an unlabelled thread. */
export interface WeighedTex {
  readonly tex: number;
  readonly lowTex: number;
  readonly highTex: number;
  /** Nominal sizes within the interval, or the single nearest if there is none. */
  readonly candidates: readonly number[];
}

/**
 * Tex of a weighed length, tex = 1000 g/m, with the interval from half the scale's resolution.
 *
 * @param grams weight read, above 0
 * @param metres length weighed, above 0
 * @param resolutionG smallest step of the scale in g, 0 or more
 * @example weighedTex(1.4, 10, 0.1) // { tex: 140, lowTex: 135, highTex: 145, candidates: [135] }
 */
export function weighedTex(grams: number, metres: number, resolutionG: number): WeighedTex {
  requirePositive('grams', grams);
  requirePositive('metres', metres);
  requireNotNegative('resolutionG', resolutionG);
  const tex = (1000 * grams) / metres;
  const halfStepTex = (500 * resolutionG) / metres;
  const lowTex = Math.max(0, tex - halfStepTex);
  const highTex = tex + halfStepTex;
  const rounding = tex * 1e-9;
  const inside = TEX_TICKETS.filter((t) => t >= lowTex - rounding && t <= highTex + rounding);
  return { tex, lowTex, highTex, candidates: inside.length > 0 ? inside : [nearestTicket(tex)] };
}

function nearestTicket(tex: number): number {
  return TEX_TICKETS.reduce((best, t) => (Math.abs(t - tex) < Math.abs(best - tex) ? t : best));
}
