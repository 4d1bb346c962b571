import { tzOffset } from '@date-fns/tz';
import fc from 'fast-check';
import { DAY_MS, HOUR_MS } from '../units/index.js';
import { shiftClock, shiftHours, shiftHoursUntil, type ShiftPattern } from './index.js';

const zone = (name: string) => (ms: number) => tzOffset(name, new Date(ms));
const shift: fc.Arbitrary<ShiftPattern> = fc.record({
  startMinute: fc.integer({ min: 0, max: 1439 }),
  lengthMinutes: fc.integer({ min: 1, max: 1440 }),
  weekdays: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 7 }),
});
const instant = fc.integer({ min: Date.parse('2024-01-01'), max: Date.parse('2028-01-01') });

describe('shift hours between far instants', () => {
  // The days walked one by one, by zone data of the platform (IANA tzdata).
  it('are those of the days walked one by one, across every change of the clock', () => {
    fc.assert(
      fc.property(
        fc.array(shift, { maxLength: 4 }),
        fc.constantFrom(
          'Europe/London',
          'Australia/Lord_Howe',
          'America/Santiago',
          'Africa/Casablanca',
          'UTC',
        ),
        instant,
        fc.integer({ min: -400, max: 400 }),
        (patterns, name, startMs, days) => {
          const endMs = startMs + days * DAY_MS + 12_345_678;
          const byDay = [];
          for (let atMs = startMs; atMs < endMs; atMs += 9 * DAY_MS)
            byDay.push(
              shiftHours(patterns, { startMs: atMs, endMs: Math.min(endMs, atMs + 9 * DAY_MS) }, zone(name)),
            );
          const walked = byDay.reduce((sum, hours) => sum + hours, 0);
          expect(shiftClock(patterns, zone(name))(startMs, endMs)).toBeCloseTo(walked, 6);
          expect(shiftHours(patterns, { startMs, endMs }, zone(name))).toBeCloseTo(walked, 6);
          expect(shiftHoursUntil(patterns, endMs, zone(name))(startMs)).toBeCloseTo(walked, 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('take a few looks at the clock for a century', () => {
    let looks = 0;
    const counted = (ms: number) => {
      looks += 1;
      return zone('Europe/London')(ms);
    };
    const early: ShiftPattern = { startMinute: 360, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] };
    const span = { startMs: Date.parse('1990-01-01T00:00:00Z'), endMs: Date.parse('2090-01-01T00:00:00Z') };
    // 36,525 days, of which 26,090 are working days.
    expect(shiftHours([early], span, counted)).toBeCloseTo(26_090 * 8, 0);
    expect(looks).toBeLessThan(40_000);
    const between = shiftClock([early], counted);
    between(span.startMs, span.endMs);
    looks = 0;
    for (let day = 0; day < 170; day++) between(span.startMs + day * DAY_MS, span.endMs - day * HOUR_MS);
    expect(looks).toBeLessThan(20_000);
  });
});
