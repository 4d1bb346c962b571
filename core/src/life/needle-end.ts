import type { RemovalCause } from '../floor/index.js';
import { findRoot, gammaP } from '../numeric/index.js';
import { requireNotNegative, requirePositive } from '../standing/index.js';
import type { LifeRecord } from './life-record.js';
import type { Interval } from './likelihood-interval.js';

/** One needle's stay in one machine, and what ended it. */
export interface NeedleEnd {
  readonly machineId: string;
  /** Running hours at installation. */
  readonly entryHours: number;
  /** Running hours at removal, or now. */
  readonly hours: number;
  /** Null while it is still in. */
  readonly cause: RemovalCause | null;
}

/** Needles that were in for no time say nothing. */
export function countable(ends: readonly NeedleEnd[]): readonly NeedleEnd[] {
  return ends.filter(({ entryHours, hours }) => hours > entryHours);
}

/**
 * The same needles as a record of wear alone: those that came out by plan, changeover, accident or for an unknown
 * reason, and those still in, are only known to have lasted that long.
 */
export function wearRecords(ends: readonly NeedleEnd[]): readonly LifeRecord[] {
  return ends.map(({ entryHours, hours, cause }) => ({ entryHours, hours, failed: cause === 'wear' }));
}

/** Rate of an event per running hour, with 95 % limits. */
export interface Rate {
  readonly count: number;
  readonly hours: number;
  readonly perHour: number;
  readonly limits: Interval;
}

/**
 * Rate of age-independent events, with the exact limits of a Poisson count (Garwood 1936).
 *
 * @param hours observed, above 0
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

/** The mean at which this count or more has a probability of 1 - `below`: P(count, mean) = 1 - below. */
function poissonMean(count: number, below: number): number {
  const over = (mean: number): number => gammaP(count, mean) - (1 - below);
  return findRoot(over, 0, count + 10 * Math.sqrt(count) + 20);
}

/** Running hours for which the needles were observed. */
export function hoursWatched(ends: readonly NeedleEnd[]): number {
  return ends.reduce((sum, { entryHours, hours }) => sum + hours - entryHours, 0);
}
