import { requireNotNegative, requirePositive, sourced, type Sourced } from '../standing/index.js';
import type { NeedleFraction } from './needle-fraction.js';

/** Running hours a pack advises before a change: a default until the shop has its own lives, never a rule after. */
export const DEFAULT_LIFE_HOURS: Sourced<number> = sourced(8, 'practice', 'usual advice on packs');

/** How a machine's needle stands, from best to worst. */
export type NeedleState = 'good' | 'watch' | 'due' | 'stop';
export const NEEDLE_STATES: readonly NeedleState[] = ['good', 'watch', 'due', 'stop'];

/** Running hours of a needle and what is left of its interval, in needle hours. */
export interface NeedleAge {
  readonly runningHours: number;
  readonly lowHours: number;
  readonly highHours: number;
  /** Interval less running hours; negative when overdue. */
  readonly hoursLeft: number;
  readonly state: NeedleState;
}

/** A needle with less than this share of its interval left is watched. Assumption. */
export const WATCH_SHARE = 0.25;

/**
 * Age of a needle from the shift hours since it went in.
 *
 * @param shiftHours hours of shift since the needle went in, 0 or more
 * @param entryHours running hours it had when it went in, 0 or more (a part-used needle)
 * @param stopped the machine must not run, whatever the age
 */
export function needleAge(
  shiftHours: number,
  fraction: NeedleFraction,
  entryHours: number,
  lifeHours: number,
  stopped: boolean,
): NeedleAge {
  requireNotNegative('shiftHours', shiftHours);
  requireNotNegative('entryHours', entryHours);
  requirePositive('lifeHours', lifeHours);
  const runningHours = entryHours + shiftHours * fraction.value;
  const hoursLeft = lifeHours - runningHours;
  return {
    runningHours,
    lowHours: entryHours + shiftHours * fraction.low,
    highHours: entryHours + shiftHours * fraction.high,
    hoursLeft,
    state: stopped
      ? 'stop'
      : hoursLeft <= 0
        ? 'due'
        : hoursLeft <= WATCH_SHARE * lifeHours
          ? 'watch'
          : 'good',
  };
}

/** Order in which machines want hands: stopped first, then the least hours left. For `Array.prototype.sort`. */
export function byDueOrder(a: NeedleAge, b: NeedleAge): number {
  return Number(b.state === 'stop') - Number(a.state === 'stop') || a.hoursLeft - b.hoursLeft;
}
