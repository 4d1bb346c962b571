import { DAY_MS } from '../units/index.js';
import { OutOfRange } from '../standing/index.js';

/** A shift of the shop's week, in local time. */
export interface ShiftPattern {
  /** Minute of the day it begins, 0 to 1439. */
  readonly startMinute: number;
  /** Length in minutes, 1 to 1440; it may run past midnight. */
  readonly lengthMinutes: number;
  /** Days it begins on, 0 Sunday to 6 Saturday. */
  readonly weekdays: readonly number[];
}

/** An interval of instants in milliseconds since the epoch, start before end. */
export interface Span {
  readonly startMs: number;
  readonly endMs: number;
}

/**
 * Minutes that local time is ahead of UTC at an instant. Passed in, so that this module needs no clock or zone data.
 */
export type UtcOffsetMinutes = (instantMs: number) => number;

const MINUTE_MS = 60_000;

/** One occurrence of a shift. */
export interface ShiftTime extends Span {
  /** Index of its pattern. */
  readonly pattern: number;
  /** Local date it begins on, such as 2026-03-29. */
  readonly date: string;
}

/**
 * Every shift occurrence that overlaps an interval, in full, in order of start. A shift that begins on a holiday is
 * not worked; one that began the day before is worked to its end.
 *
 * @param holidays local dates
 */
export function shiftTimes(
  patterns: readonly ShiftPattern[],
  { startMs, endMs }: Span,
  utcOffset: UtcOffsetMinutes,
  holidays: ReadonlySet<string> = new Set(),
): readonly ShiftTime[] {
  patterns.forEach(requirePattern);
  if (!(endMs > startMs) || patterns.length === 0) return [];
  const times: ShiftTime[] = [];
  const firstDayMs = localMidnightMs(startMs, utcOffset) - DAY_MS;
  for (let dayMs = firstDayMs; dayMs <= endMs + utcOffset(endMs) * MINUTE_MS; dayMs += DAY_MS) {
    const day = new Date(dayMs);
    const date = day.toISOString().slice(0, 10);
    if (holidays.has(date)) continue;
    patterns.forEach(({ weekdays, startMinute, lengthMinutes }, pattern) => {
      if (!weekdays.includes(day.getUTCDay())) return;
      const localStartMs = dayMs + startMinute * MINUTE_MS;
      const time = {
        pattern,
        date,
        startMs: toInstantMs(localStartMs, utcOffset),
        endMs: toInstantMs(localStartMs + lengthMinutes * MINUTE_MS, utcOffset),
      };
      if (time.endMs > startMs && time.startMs < endMs && time.endMs > time.startMs) times.push(time);
    });
  }
  return times.sort((a, b) => a.startMs - b.startMs || a.pattern - b.pattern);
}

/**
 * The shifts that overlap an interval, clipped to it, in order of start. Overlapping shifts are merged, so that no
 * minute counts twice.
 */
export function shiftSpans(
  patterns: readonly ShiftPattern[],
  span: Span,
  utcOffset: UtcOffsetMinutes,
): readonly Span[] {
  return joined(
    shiftTimes(patterns, span, utcOffset).map(({ startMs, endMs }) => ({
      startMs: Math.max(span.startMs, startMs),
      endMs: Math.min(span.endMs, endMs),
    })),
  );
}

/** Hours that each span adds to those before it, in order of start: overlap counts in the first. */
export function addedHours(spans: readonly Span[]): readonly number[] {
  let coveredMs = -Infinity;
  return spans.map(({ startMs, endMs }) => {
    const fromMs = Math.max(startMs, coveredMs);
    coveredMs = Math.max(coveredMs, endMs);
    return Math.max(0, endMs - fromMs) / (60 * MINUTE_MS);
  });
}

function joined(spans: readonly Span[]): readonly Span[] {
  const result: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.startMs - b.startMs)) {
    const last = result.at(-1);
    if (last && span.startMs <= last.endMs) {
      result[result.length - 1] = { startMs: last.startMs, endMs: Math.max(last.endMs, span.endMs) };
    } else result.push(span);
  }
  return result;
}

/** Local midnight at or before an instant, expressed as if local time were UTC. */
function localMidnightMs(instantMs: number, utcOffset: UtcOffsetMinutes): number {
  return Math.floor((instantMs + utcOffset(instantMs) * MINUTE_MS) / DAY_MS) * DAY_MS;
}

/** The instant of a local time. Evaluated twice, so that it settles across a clock change. */
export function toInstantMs(localMs: number, utcOffset: UtcOffsetMinutes): number {
  const guess = localMs - utcOffset(localMs) * MINUTE_MS;
  return localMs - utcOffset(guess) * MINUTE_MS;
}

function requirePattern({ startMinute, lengthMinutes }: ShiftPattern): void {
  if (!(startMinute >= 0 && startMinute < 1440))
    throw new OutOfRange('startMinute', startMinute, '0 to 1439');
  if (!(lengthMinutes > 0 && lengthMinutes <= 1440))
    throw new OutOfRange('lengthMinutes', lengthMinutes, '1 to 1440');
}
