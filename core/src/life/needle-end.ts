import type { RemovalCause } from '../floor/index.js';
import { findRoot, gammaP } from '../numeric/index.js';
import { requireNotNegative, requirePositive } from '../standing/index.js';
import type { LifeRecord } from './life-record.js';
import type { Interval } from './likelihood-interval.js';

/** One needle's stay in one machine, and what ended it. */
export interface NeedleEnd {
  readonly machineId: string;
  /** Running hours it had when it went in. */
  readonly entryHours: number;
  /** Running hours it had when it came out, or has now. */
  readonly hours: number;
  /** Null while it is still in. */
  readonly cause: RemovalCause | null;
}

/** Needles that were in for no time tell nothing. */
export function countable(ends: readonly NeedleEnd[]): readonly NeedleEnd[] {
  return ends.filter(({ entryHours, hours }) => hours > entryHours);
}

/**
 * The same needles as a record of wear alone: those that came out by plan, changeover, accident or for a reason nobody
 * noted, and those still in, are only known to have lasted so long.
 */
export function wearRecords(ends: readonly NeedleEnd[]): readonly LifeRecord[] {
  return ends.map(({ entryHours, hours, cause }) => ({ entryHours, hours, failed: cause === 'wear' }));
}

/** How often something happens by the running hour, with 95 % limits. */
export interface Rate {
  readonly count: number;
  readonly hours: number;
  readonly perHour: number;
  readonly limits: Interval;
}

/**
 * Rate of what does not look at age, with the exact limits of a Poisson count (Garwood 1936).
 *
 * @param hours watched, above 0
 */
export function rateOf(count: number, hours: number): Rate {
  requireNotNegative('count', count);
  requirePositive('hours', hours);
  return {
    count,
    hours,
    perHour: count / hours,
    limits: {
      low: count === 0 ? 0 : poissonMean(count, 0.975) / hours,
      high: poissonMean(count + 1, 0.025) / hours,
    },
  };
}

/** The mean at which this count or more comes with a chance of 1 - `below`: P(count, mean) = 1 - below. */
function poissonMean(count: number, below: number): number {
  const over = (mean: number): number => gammaP(count, mean) - (1 - below);
  return findRoot(over, 0, count + 10 * Math.sqrt(count) + 20);
}

/** Running hours that the needles were watched for. */
export function hoursWatched(ends: readonly NeedleEnd[]): number {
  return ends.reduce((sum, { entryHours, hours }) => sum + hours - entryHours, 0);
}
