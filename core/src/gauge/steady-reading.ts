import { requireNotNegative, requirePositive } from '../standing/index.js';

/** One reading of an instrument as it came. Times only ever count up. */
export interface Sample {
  readonly atMs: number;
  readonly value: number;
}

/** When an instrument counts as loaded, and when its reading counts as steady. Same unit as the readings. */
export interface SteadyRule {
  /** Less than this above zero is nothing on it. */
  readonly slackBelow: number;
  /** How long a reading has to hold. */
  readonly holdMs: number;
  /** Widest spread of a steady reading: the larger of an amount and a share of the reading. */
  readonly spreadLeast: number;
  readonly spreadShare: number;
}

/** A tension gauge, thread pulled through it by hand: cN. Assumption. */
export const GAUGE_RULE: SteadyRule = { slackBelow: 12, holdMs: 700, spreadLeast: 8, spreadShare: 0.09 };
/** A bench scale: grams. Assumption. */
export const SCALE_RULE: SteadyRule = { slackBelow: 0.05, holdMs: 900, spreadLeast: 0.06, spreadShare: 0 };

/** What a stream of readings has come to. */
export interface Steadying {
  /** What the instrument shows with nothing on it; taken off every reading. */
  readonly zero: number;
  /** The last reading, zero taken off; null before the first. */
  readonly live: number | null;
  /** The steadiest reading of the present load; null while it has not settled, or with nothing on it. */
  readonly held: number | null;
  /** Held readings of the loads before it, oldest first. */
  readonly done: readonly number[];
  /** Loads that ended without settling since the last one that did. */
  readonly unsettled: number;
  /** Readings of the present load within the last `holdMs`, as they came. */
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

/** Share by which each slack reading moves the zero: slow enough for noise, quick enough for a warming instrument. */
const ZERO_FOLLOWS = 0.2;
/** Fewest readings that can be called steady. */
const LEAST_SAMPLES = 4;

/**
 * Takes one more reading in. A load begins when the reading leaves zero and ends when it comes back; its held value is
 * the mean over the `holdMs` in which it moved least, so that the start and the end of a pull do not count.
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

/** Nothing on it: a load that was there has ended, and the zero follows. */
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
