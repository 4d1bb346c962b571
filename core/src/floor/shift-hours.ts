import { DAY_MS } from '../units/index.js';
import { shiftClock } from './shift-clock.js';
import { shiftSpans, type ShiftPattern, type Span, type UtcOffsetMinutes } from './shift-pattern.js';

const HOUR_MS = 3_600_000;
/** Over longer intervals weeks are added up instead of days. */
const WALKED_MS = 100 * DAY_MS;

/** Shift hours between two instants. */
export function shiftHours(
  patterns: readonly ShiftPattern[],
  span: Span,
  utcOffset: UtcOffsetMinutes,
): number {
  if (span.endMs - span.startMs > WALKED_MS) return shiftClock(patterns, utcOffset)(span.startMs, span.endMs);
  return hoursFrom(span.startMs, shiftSpans(patterns, span, utcOffset));
}

/**
 * Shift hours from any instant until a fixed one. Each day's shifts are found once and remembered, for when the same
 * ones are needed for machine after machine.
 */
export function shiftHoursUntil(
  patterns: readonly ShiftPattern[],
  endMs: number,
  utcOffset: UtcOffsetMinutes,
): (startMs: number) => number {
  const clock = shiftClock(patterns, utcOffset);
  const daysBack: { readonly spans: readonly Span[]; readonly hoursAfter: number }[] = [];
  return (startMs) => {
    if (endMs - startMs > WALKED_MS) return clock(startMs, endMs);
    const wanted = Math.max(0, Math.floor((endMs - startMs) / DAY_MS));
    for (let day = daysBack.length; day <= wanted; day++) {
      const span = { startMs: endMs - (day + 1) * DAY_MS, endMs: endMs - day * DAY_MS };
      const after = daysBack.at(-1);
      const hoursAfter = after ? after.hoursAfter + hoursFrom(-Infinity, after.spans) : 0;
      daysBack.push({ spans: shiftSpans(patterns, span, utcOffset), hoursAfter });
    }
    const { spans, hoursAfter } = daysBack[wanted]!;
    return hoursAfter + hoursFrom(startMs, spans);
  };
}

/** Hours of spans from an instant on. */
function hoursFrom(fromMs: number, spans: readonly Span[]): number {
  let totalMs = 0;
  for (const { startMs, endMs } of spans) totalMs += Math.max(0, endMs - Math.max(startMs, fromMs));
  return totalMs / HOUR_MS;
}
