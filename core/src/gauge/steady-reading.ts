import { requireNotNegative, requirePositive } from '../standing/index.js';

/** One instrument reading as it arrived. Times must not go backwards. */
export interface Sample {
  readonly atMs: number;
  readonly value: number;
}

/** When an instrument counts as loaded, and when its reading counts as steady. Same unit as the readings. */
export interface SteadyRule {
  /** Anything less than this above zero counts as no load. */
  readonly slackBelow: number;
  /** How long a reading has to be steady. */
  readonly holdMs: number;
  /** Widest spread of a steady reading: the larger of an amount and a share of the reading. */
  readonly spreadLeast: number;
  readonly spreadShare: number;
}

/** A tension gauge, thread pulled through it by hand: cN. Assumption. */
export const GAUGE_RULE: SteadyRule = { slackBelow: 12, holdMs: 700, spreadLeast: 8, spreadShare: 0.09 };
/** A bench scale: grams. Assumption. */
export const SCALE_RULE: SteadyRule = { slackBelow: 0.05, holdMs: 900, spreadLeast: 0.06, spreadShare: 0 };

/** The state of a stream of readings. */
export interface Steadying {
  /** What the instrument shows without load; subtracted from every reading. */
  readonly zero: number;
  /** The last reading, less the zero; null before the first. */
  readonly live: number | null;
  /** The steadiest reading of the present load; null while it has not settled, or without load. */
  readonly held: number | null;
  /** Held readings of earlier loads, oldest first. */
  readonly done: readonly number[];
  /** Loads that ended without settling since the last one that did. */
  readonly unsettled: number;
  /** Readings of the present load within the last `holdMs`, as they arrived. */
  readonly window: readonly Sample[];
  readonly heldSpread: number;
  readonly loadedAtMs: number | null;
}

export const NOTHING_READ: Steadying = {
  zero: 0,
  live: null,
  held: null,
  done: [],
  unsettled: 0,
  window: [],
  heldSpread: Infinity,
  loadedAtMs: null,
};

/**
 * Share by which each unloaded reading moves the zero: slow enough for noise, quick enough for a warming instrument.
 */
const ZERO_FOLLOWS = 0.2;
/** Fewest readings that can be called steady. */
const LEAST_SAMPLES = 4;

/**
 * Applies one more reading. A load begins when the reading leaves zero and ends when it returns; its held value is
 * the mean over the `holdMs` in which it moved least, so that the start and end of a pull do not count.
 *
 * @throws OutOfRange when the reading or its time is not finite
 */
export function steady(state: Steadying, { atMs, value }: Sample, rule: SteadyRule): Steadying {
  requireNotNegative('atMs', atMs);
  requireNotNegative('value', Math.abs(value));
  const live = value - state.zero;
  if (Math.abs(live) < requirePositive('slackBelow', rule.slackBelow)) return slack(state, value, atMs, rule);
  const window = [...state.window, { atMs, value }].filter((one) => atMs - one.atMs <= rule.holdMs);
  const loaded = { ...state, live, window, loadedAtMs: state.loadedAtMs ?? atMs };
  const spans = atMs - loaded.loadedAtMs >= rule.holdMs && window.length >= LEAST_SAMPLES;
  if (!spans) return loaded;
  const values = window.map((one) => one.value);
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length - state.zero;
  const spread = Math.max(...values) - Math.min(...values);
  const settled = spread <= Math.max(rule.spreadLeast, rule.spreadShare * Math.abs(mean));
  return settled && spread < state.heldSpread ? { ...loaded, held: mean, heldSpread: spread } : loaded;
}

/** No load: any earlier load has ended, and the zero follows. */
function slack(state: Steadying, value: number, atMs: number, rule: SteadyRule): Steadying {
  const { held, loadedAtMs } = state;
  const tried = loadedAtMs !== null && atMs - loadedAtMs >= rule.holdMs;
  return {
    zero: state.zero + ZERO_FOLLOWS * (value - state.zero),
    live: value - state.zero,
    held: null,
    done: held === null ? state.done : [...state.done, held],
    unsettled: held === null ? state.unsettled + (tried ? 1 : 0) : 0,
    window: [],
    heldSpread: Infinity,
    loadedAtMs: null,
  };
}
