import { HOUR_MS } from '../units/index.js';
import { tzOffset } from '@date-fns/tz';
import { shiftTimes, type ShiftPattern } from './index.js';

const EVERY_DAY = [0, 1, 2, 3, 4, 5, 6];
/** Offsets from the platform's zone data, as the server uses them. */
const london = (ms: number): number => tzOffset('Europe/London', new Date(ms));
const night: ShiftPattern = { startMinute: 22 * 60, lengthMinutes: 480, weekdays: EVERY_DAY };
const early: ShiftPattern = { startMinute: 6 * 60, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] };

const during = (from: string, to: string) => ({ startMs: Date.parse(from), endMs: Date.parse(to) });
const hours = ({ startMs, endMs }: { startMs: number; endMs: number }): number => (endMs - startMs) / HOUR_MS;

describe('the times that shifts are worked', () => {
  // Europe/London goes to summer time on 29 March 2026 at 01:00 UTC and back on 25 October 2026 at 01:00 UTC (IANA tzdata).
  it('follow local time: a night is an hour short in spring and an hour long in autumn', () => {
    const spring = shiftTimes([night], during('2026-03-28T12:00:00Z', '2026-03-30T12:00:00Z'), london);
    expect(spring.map(hours)).toEqual([7, 8]);
    expect(spring.map(({ date }) => date)).toEqual(['2026-03-28', '2026-03-29']);
    expect(new Date(spring[1]!.startMs).toISOString()).toBe('2026-03-29T21:00:00.000Z');
    const autumn = shiftTimes([night], during('2026-10-24T12:00:00Z', '2026-10-25T12:00:00Z'), london);
    expect(autumn.map(hours)).toEqual([9]);
  });

  it('belong to the day they begin on, across midnight', () => {
    const [shift] = shiftTimes([night], during('2026-03-05T01:00:00Z', '2026-03-05T02:00:00Z'), london);
    expect(shift).toEqual({
      pattern: 0,
      date: '2026-03-04',
      startMs: Date.parse('2026-03-04T22:00:00Z'),
      endMs: Date.parse('2026-03-05T06:00:00Z'),
    });
  });

  it('leave holidays out, but not the end of a night that began before one', () => {
    const span = during('2026-12-24T12:00:00Z', '2026-12-26T12:00:00Z');
    const worked = shiftTimes([night], span, london, new Set(['2026-12-25']));
    expect(worked.map(({ date }) => date)).toEqual(['2026-12-24']);
    expect(new Date(worked[0]!.endMs).toISOString()).toBe('2026-12-25T06:00:00.000Z');
  });

  it('are in the order they begin, on the days they are worked', () => {
    const times = shiftTimes([night, early], during('2026-03-06T00:00:00Z', '2026-03-10T00:00:00Z'), london);
    expect(times.map(({ pattern, date }) => `${pattern} ${date.slice(-2)}`)).toEqual([
      '0 05',
      '1 06',
      '0 06',
      '0 07',
      '0 08',
      '1 09',
      '0 09',
    ]);
  });
});
