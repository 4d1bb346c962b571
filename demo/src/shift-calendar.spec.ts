import { tzOffset } from '@date-fns/tz';
import { shiftHours } from '@gantelet/core';
import { shiftCalendar } from './shift-calendar.js';

const ZONE = 'Europe/London';
const SHIFTS = [
  { startMinute: 360, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] },
  { startMinute: 840, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] },
];
const YEAR = { startMs: Date.parse('2026-01-01T00:00Z'), endMs: Date.parse('2027-01-01T00:00Z') };

describe('the shift calendar', () => {
  const calendar = shiftCalendar(SHIFTS, YEAR, ZONE);

  // 2026 has 261 weekdays; two shifts of eight hours each.
  it('adds up the shift hours of a year', () => {
    expect(calendar.totalShiftHours).toBe(261 * 16);
  });

  it('finds when a given number of hours had been worked, across both clock changes', () => {
    const offset = (ms: number) => tzOffset(ZONE, new Date(ms));
    for (const hours of [0.5, 8, 17, 1000, 1001.25, 3000, calendar.totalShiftHours]) {
      const endMs = calendar.instantAt(hours);
      expect(shiftHours(SHIFTS, { startMs: YEAR.startMs, endMs }, offset))
        .withContext(`${hours} h`)
        .toBeCloseTo(hours, 6);
    }
  });
});
