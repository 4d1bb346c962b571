import { DAY_MS } from '../units/index.js';
import { shiftSpans, type ShiftPattern, type Span, type UtcOffsetMinutes } from './shift-pattern.js';

const WEEK_MS = 7 * DAY_MS;
/** A shift reaches at most this far out of the week it is looked for in, in local time. */
const MARGIN_MS = 2 * DAY_MS;
const HOUR_MS = 3_600_000;

/**
 * Shift hours between any two instants, however far apart. Weeks without a change of the clock are alike, so each is
 * added without its days being walked; sums are remembered, for when many intervals are asked of the same shifts.
 *
 * @returns a function of two instants, in milliseconds since the epoch; 0 if the second is not after the first
 */
export function shiftClock(
  patterns: readonly ShiftPattern[],
  utcOffset: UtcOffsetMinutes,
): (startMs: number, endMs: number) => number {
  const walked = (span: Span): number =>
    shiftSpans(patterns, span, utcOffset).reduce((sum, { startMs, endMs }) => sum + endMs - startMs, 0) /
    HOUR_MS;
  const alike = new Map<number, number>();

  function hoursOfWeek(week: number): number {
    const span = { startMs: week * WEEK_MS, endMs: (week + 1) * WEEK_MS };
    const [before, during, after] = [span.startMs - MARGIN_MS, span.startMs, span.endMs + MARGIN_MS].map(
      utcOffset,
    );
    if (before !== during || during !== after) return walked(span);
    const known = alike.get(during!);
    if (known !== undefined) return known;
    const hours = walked(span);
    alike.set(during!, hours);
    return hours;
  }

  /** Hours from the week first asked of to the beginning of each week, forwards and backwards. */
  const sums: { readonly forwards: number[]; readonly backwards: number[] } = {
    forwards: [0],
    backwards: [0],
  };
  let anchor: number | null = null;

  function hoursToWeek(week: number): number {
    anchor ??= week;
    const ahead = week - anchor;
    for (let next = sums.forwards.length; next <= ahead; next++)
      sums.forwards.push(sums.forwards[next - 1]! + hoursOfWeek(anchor + next - 1));
    for (let next = sums.backwards.length; next <= -ahead; next++)
      sums.backwards.push(sums.backwards[next - 1]! - hoursOfWeek(anchor - next));
    return ahead >= 0 ? sums.forwards[ahead]! : sums.backwards[-ahead]!;
  }

  const hoursUntil = (atMs: number): number => {
    const week = Math.floor(atMs / WEEK_MS);
    return hoursToWeek(week) + walked({ startMs: week * WEEK_MS, endMs: atMs });
  };
  return (startMs, endMs) => (endMs > startMs ? hoursUntil(endMs) - hoursUntil(startMs) : 0);
}
