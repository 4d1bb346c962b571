import { requirePositive } from '../standing/index.js';

/** Pulls on a gauge that make one reading. Common practice. */
export const PULLS_PER_READING = 3;
/** A pull further than this from the median is odd. Assumption. */
const ODD_SHARE = 0.15;

/** Several pulls as one reading. */
export interface AveragedPulls {
  readonly meanCn: number;
  /** Largest less smallest, as a share of the mean. */
  readonly spreadShare: number;
  /** Index of the pull furthest from the median if it is odd; else null. */
  readonly odd: number | null;
}

/**
 * Averages pulls and points out one that does not match.
 *
 * @param pullsCn one to five pulls, each above 0
 * @example averagePulls([240, 252, 246]).meanCn // 246
 */
export function averagePulls(pullsCn: readonly number[]): AveragedPulls {
  requirePositive('pulls', pullsCn.length);
  for (const pull of pullsCn) requirePositive('pullsCn', pull);
  const meanCn = pullsCn.reduce((sum, pull) => sum + pull, 0) / pullsCn.length;
  const sorted = [...pullsCn].sort((a, b) => a - b);
  const middle = (sorted[(sorted.length - 1) >> 1]! + sorted[sorted.length >> 1]!) / 2;
  const away = pullsCn.map((pull) => Math.abs(pull - middle) / middle);
  const furthest = away.indexOf(Math.max(...away));
  return {
    meanCn,
    spreadShare: (sorted.at(-1)! - sorted[0]!) / meanCn,
    odd: pullsCn.length >= PULLS_PER_READING && away[furthest]! > ODD_SHARE ? furthest : null,
  };
}
