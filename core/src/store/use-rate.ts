import { DAY_MS } from '../units/index.js';
/** How far back use is considered: a season, not last year's work. Common practice. */
export const USE_LOOK_BACK_DAYS = 180;
/** How far back sewing is considered: machines sew other work next season. Common practice: four weeks. */
export const SEWN_LOOK_BACK_DAYS = 28;
/** Fewer days say nothing about a rate. Assumption. */
const ENOUGH_DAYS = 14;

/**
 * An item's use per day.
 *
 * @param taken what was taken, and when
 * @param sinceMs when records of it begin
 * @param lookBackDays at most this far back
 * @returns null if that is less than a fortnight ago
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
