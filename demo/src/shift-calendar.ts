import { tzOffset } from '@date-fns/tz';
import { HOUR_MS, shiftSpans, type ShiftPattern, type Span } from '@gantelet/core';

/** A zone's shifts over the year, and instants by hours worked. */
export interface ShiftCalendar {
  readonly totalShiftHours: number;
  /** The instant by which this many shift hours of the year had been worked. */
  instantAt(shiftHours: number): number;
}

export function shiftCalendar(shifts: readonly ShiftPattern[], year: Span, timeZone: string): ShiftCalendar {
  const spans = shiftSpans(shifts, year, (ms) => tzOffset(timeZone, new Date(ms)));
  let worked = 0;
  const ends = spans.map((span) => (worked += (span.endMs - span.startMs) / HOUR_MS));
  return {
    totalShiftHours: worked,
    instantAt: (shiftHours) => {
      const i = ends.findIndex((end) => shiftHours <= end);
      const span = spans[i < 0 ? spans.length - 1 : i]!;
      const left = (i < 0 ? worked : ends[i]!) - shiftHours;
      return Math.max(span.startMs, span.endMs - left * HOUR_MS);
    },
  };
}
