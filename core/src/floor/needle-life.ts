import { requireNotNegative, requirePositive, sourced, type Sourced } from '../standing/index.js';
import type { TroubleCall } from './trouble.js';
import { PIECES_SPREAD, type JoinedHours } from './needle-hours.js';
import type { NeedleFraction } from './needle-fraction.js';

/**
 * Running hours that packs recommend before a change: a default until the shop has its own lives, never a rule
 * afterwards.
 */
export const DEFAULT_LIFE_HOURS: Sourced<number> = sourced(8, 'practice', 'usual advice on packs');

/** State of a machine's needle, from best to worst. */
export type NeedleState = 'good' | 'watch' | 'due' | 'stop';
export const NEEDLE_STATES: readonly NeedleState[] = ['good', 'watch', 'due', 'stop'];

/** A needle's running hours and what is left of its interval, in needle hours. */
export interface NeedleAge {
  readonly runningHours: number;
  readonly lowHours: number;
  readonly highHours: number;
  /** Interval less running hours; negative when overdue; null where needles run to failure. */
  readonly hoursLeft: number | null;
  readonly state: NeedleState;
}

/** A needle with less than this share of its interval left is watched. Assumption. */
export const WATCH_SHARE = 0.25;

/** What a needle's age is calculated from. */
export interface NeedleAgeInput extends JoinedHours {
  readonly fraction: NeedleFraction;
  /** Interval in running hours; null where needles run to failure. */
  readonly intervalHours: number | null;
  /** The action that reports call for. */
  readonly call: TroubleCall | null;
}

/** Age of a needle. Reports take precedence over hours. */
export function needleAge({
  shiftHours,
  fraction,
  knownHours,
  pieceHours,
  intervalHours,
  call,
}: NeedleAgeInput): NeedleAge {
  requireNotNegative('shiftHours', shiftHours);
  requireNotNegative('knownHours', knownHours);
  requireNotNegative('pieceHours', pieceHours);
  if (intervalHours !== null) requirePositive('intervalHours', intervalHours);
  const runningHours = knownHours + pieceHours + shiftHours * fraction.value;
  const hoursLeft = intervalHours === null ? null : intervalHours - runningHours;
  return {
    runningHours,
    lowHours: knownHours + pieceHours * (1 - PIECES_SPREAD) + shiftHours * fraction.low,
    highHours: knownHours + pieceHours * (1 + PIECES_SPREAD) + shiftHours * fraction.high,
    hoursLeft,
    state: stateOf(call, hoursLeft, intervalHours),
  };
}

function stateOf(
  call: TroubleCall | null,
  hoursLeft: number | null,
  intervalHours: number | null,
): NeedleState {
  if (call === 'stop') return 'stop';
  if (call === 'change') return 'due';
  if (hoursLeft === null || intervalHours === null) return 'good';
  if (hoursLeft <= 0) return 'due';
  return hoursLeft <= WATCH_SHARE * intervalHours ? 'watch' : 'good';
}

/**
 * Order in which machines need attention: stopped, then due, then by hours left, whether watched or good, since a
 * short interval may end before a long one's last quarter. For `Array.prototype.sort`.
 */
export function byDueOrder(a: NeedleAge, b: NeedleAge): number {
  const rank = ({ state }: NeedleAge): number => (state === 'stop' ? 2 : state === 'due' ? 1 : 0);
  const left = ({ hoursLeft }: NeedleAge): number => hoursLeft ?? Infinity;
  if (rank(a) !== rank(b)) return rank(b) - rank(a);
  return left(a) === left(b) ? 0 : left(a) - left(b);
}
