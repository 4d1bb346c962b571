import { NORMAL_95 } from '../numeric/index.js';

const ROUNDING = 1e-9;

/** What is known of one kind of needle over the horizon. */
export interface NeedleUse {
  readonly onHand: number;
  /** Needles that arrive before each shift. */
  readonly arriving: readonly number[];
  /** Planned changes in each shift. */
  readonly planned: readonly number[];
  /** Expected unplanned changes in each shift. */
  readonly failures: readonly number[];
}

/** How many needles of a kind are left after each shift. */
export interface NeedleForecast {
  readonly left: readonly { readonly expected: number; readonly low: number; readonly high: number }[];
  /** First shift with fewer than zero, as expected and at the pessimistic limit; null if not within the horizon. */
  readonly runsOut: number | null;
  readonly mayRunOut: number | null;
  /** Needles that would keep the pessimistic limit at 0 or more to the end. */
  readonly short: number;
}

/**
 * Adds up what a plan and failures use. Planned changes are counted as they are; failures are random, so their sum
 * has the variance of its mean (Poisson), and the limits hold 95 %.
 */
export function needleForecast({ onHand, arriving, planned, failures }: NeedleUse): NeedleForecast {
  let expected = onHand;
  let failed = 0;
  const left = planned.map((count, s) => {
    failed += failures[s]!;
    expected += arriving[s]! - count - failures[s]!;
    const spread = NORMAL_95 * Math.sqrt(failed);
    return { expected, low: expected - spread, high: expected + spread };
  });
  const first = (of: (one: (typeof left)[number]) => number): number | null => {
    const at = left.findIndex((one) => of(one) < 0);
    return at < 0 ? null : at;
  };
  return {
    left,
    runsOut: first((one) => one.expected),
    mayRunOut: first((one) => one.low),
    short: Math.max(0, Math.ceil(-Math.min(0, ...left.map(({ low }) => low)))),
  };
}

/** Needles a plan may use by the end of each shift, after deducting expected failures. */
export function needlesForPlan({
  onHand,
  arriving,
  failures,
}: Omit<NeedleUse, 'planned'>): readonly number[] {
  let left = onHand;
  // A hair more, so that rounding in the sum takes no needle away.
  const allowed = failures.map((failed, s) =>
    Math.max(0, Math.floor((left += arriving[s]! - failed) + ROUNDING)),
  );
  // What is missing later must not be used before.
  for (let s = allowed.length - 2; s >= 0; s--) allowed[s] = Math.min(allowed[s]!, allowed[s + 1]!);
  return allowed;
}
