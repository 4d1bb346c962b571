import { DAY_MS } from '../units/index.js';
/** So far back use is looked at: a season, not last year's work. Common practice. */
export const USE_LOOK_BACK_DAYS = 180;
/** So far back sewing is looked at: machines sew other work next season. Common practice: four weeks. */
export const SEWN_LOOK_BACK_DAYS = 28;
/** Fewer days say nothing of a rate. Assumption. */
const ENOUGH_DAYS = 14;

/**
 * How much of a thing is used in a day.
 *
 * @param taken what was taken, and when
 * @param sinceMs when taking was first written down
 * @param lookBackDays so far back at most
 * @returns null when that is less than a fortnight ago
 */
export function usePerDay(
  taken: readonly { readonly quantity: number; readonly atMs: number }[],
  sinceMs: number,
  nowMs: number,
  lookBackDays = USE_LOOK_BACK_DAYS,
): number | null {
  const fromMs = Math.max(sinceMs, nowMs - lookBackDays * DAY_MS);
  const days = (nowMs - fromMs) / DAY_MS;
  if (days < ENOUGH_DAYS) return null;
  return (
    taken.filter(({ atMs }) => atMs >= fromMs).reduce((total, { quantity }) => total + quantity, 0) / days
  );
}
