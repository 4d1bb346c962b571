import fc from 'fast-check';
import {
  addedHours,
  byDueOrder,
  callOf,
  DEFAULT_LIFE_HOURS,
  mustStop,
  needleAge,
  needleFraction,
  shiftHours,
  shiftHoursUntil,
  shiftSpans,
  shiftTimes,
  troubleRule,
  TROUBLES,
  type NeedleAgeInput,
  type ShiftPattern,
} from './index.js';

const WEEK = [1, 2, 3, 4, 5];
const early: ShiftPattern = { startMinute: 6 * 60, lengthMinutes: 480, weekdays: WEEK };
const late: ShiftPattern = { startMinute: 14 * 60, lengthMinutes: 480, weekdays: WEEK };
const night: ShiftPattern = { startMinute: 22 * 60, lengthMinutes: 480, weekdays: WEEK };
const utc = () => 0;
const at = (text: string) => Date.parse(`${text}Z`);
const hours = (patterns: readonly ShiftPattern[], from: string, to: string, offset = utc) =>
  shiftHours(patterns, { startMs: at(from), endMs: at(to) }, offset);

describe('shift hours', () => {
  // 2026-03-02 is a Monday.
  it('count only the time inside shifts', () => {
    expect(hours([early], '2026-03-02T00:00', '2026-03-03T00:00')).toBe(8);
    expect(hours([early, late], '2026-03-02T00:00', '2026-03-09T00:00')).toBe(80);
    expect(hours([early], '2026-03-02T09:30', '2026-03-02T11:00')).toBe(1.5);
    expect(hours([early], '2026-03-07T00:00', '2026-03-09T00:00'))
      .withContext('weekend')
      .toBe(0);
  });

  it('are the same calculated one by one and until a fixed instant', () => {
    const end = at('2026-03-29T13:37');
    const until = shiftHoursUntil([early, night], end, utc);
    const instant = fc.integer({ min: at('2026-01-01T00:00'), max: end });
    fc.assert(
      fc.property(instant, (startMs) => {
        const whole = shiftHours([early, night], { startMs, endMs: end }, utc);
        expect(until(startMs)).toBeCloseTo(whole, 9);
      }),
    );
    expect(until(end + 1)).toBe(0);
  });

  it('follow a shift past midnight', () => {
    expect(hours([night], '2026-03-03T00:00', '2026-03-03T04:00')).toBe(4);
    expect(hours([night], '2026-03-07T00:00', '2026-03-08T00:00'))
      .withContext('Friday into Saturday')
      .toBe(6);
  });

  it('count a minute once when shifts overlap', () => {
    const long: ShiftPattern = { ...early, lengthMinutes: 600 };
    expect(hours([long, late], '2026-03-02T00:00', '2026-03-03T00:00')).toBe(16);
  });

  it('are divided among overlapping shifts without counting a minute twice', () => {
    const long: ShiftPattern = { ...early, lengthMinutes: 600 };
    const day = { startMs: at('2026-03-02T00:00'), endMs: at('2026-03-03T00:00') };
    expect(addedHours(shiftTimes([long, late], day, utc))).toEqual([10, 6]);
    const within: ShiftPattern = { ...early, startMinute: 7 * 60, lengthMinutes: 60 };
    expect(addedHours(shiftTimes([long, within, late], day, utc))).toEqual([10, 0, 6]);
    const pattern = fc.record({
      startMinute: fc.integer({ min: 0, max: 1439 }),
      lengthMinutes: fc.integer({ min: 1, max: 1440 }),
      weekdays: fc.constant(WEEK),
    });
    fc.assert(
      fc.property(fc.array(pattern, { maxLength: 4 }), (patterns) => {
        const cut = shiftTimes(patterns, day, utc).map(({ startMs, endMs }) => ({
          startMs: Math.max(startMs, day.startMs),
          endMs: Math.min(endMs, day.endMs),
        }));
        const shared = addedHours(cut).reduce((sum, hours) => sum + hours, 0);
        expect(shared).toBeCloseTo(shiftHours(patterns, day, utc), 9);
      }),
    );
  });

  // Clocks went forward at 01:00 UTC on Sunday 2026-03-29 in central Europe: 2026 rule of Directive 2000/84/EC.
  it('follow local time across a clock change', () => {
    const change = at('2026-03-29T01:00');
    const central = (ms: number) => (ms < change ? 60 : 120);
    const [friday, monday] = ['2026-03-27', '2026-03-30'].map(
      (day) => shiftSpans([early], { startMs: at(`${day}T00:00`), endMs: at(`${day}T23:00`) }, central)[0]!,
    );
    expect(new Date(friday!.startMs).toISOString()).toBe('2026-03-27T05:00:00.000Z');
    expect(new Date(monday!.startMs).toISOString()).toBe('2026-03-30T04:00:00.000Z');
  });

  it('add up over any division of the interval', () => {
    const start = at('2026-03-01T00:00');
    const minute = fc.integer({ min: 0, max: 20 * 24 * 60 });
    fc.assert(
      fc.property(minute, minute, minute, (...cuts) => {
        const [a, b, c] = cuts.sort((x, y) => x - y).map((m) => start + m * 60_000) as [
          number,
          number,
          number,
        ];
        const span = (startMs: number, endMs: number) => shiftHours([early, night], { startMs, endMs }, utc);
        return Math.abs(span(a, b) + span(b, c) - span(a, c)) < 1e-9;
      }),
    );
  });
});

describe('the needle fraction', () => {
  // Wilson score interval, worked example of 1 in 10 at 95 %: 0.0179 to 0.4042 (Newcombe 1998, from memory).
  it('carries the Wilson interval of its sample', () => {
    const fraction = needleFraction({ sewing: 1, checks: 10 });
    expect(fraction.low).toBeCloseTo(0.0179, 3);
    expect(fraction.high).toBeCloseTo(0.4042, 3);
  });

  // Common practice: about one third of a shift is needle time.
  it('is about a third without spot checks', () => {
    expect(needleFraction(null).value).toBeCloseTo(1 / 3, 12);
    expect(needleFraction({ sewing: 0, checks: 0 }).standing).toBe('practice');
  });

  it('refuses more sightings than checks', () => {
    expect(() => needleFraction({ sewing: 11, checks: 10 })).toThrowError('sewing is 11; allowed: 0 to 10');
  });
});

describe('the age of a needle', () => {
  const third = needleFraction(null);
  const age = (shiftHours: number, change: Partial<NeedleAgeInput> = {}) =>
    needleAge({
      shiftHours,
      pieceHours: 0,
      fraction: third,
      knownHours: 0,
      intervalHours: DEFAULT_LIFE_HOURS.value,
      call: null,
      ...change,
    });

  it('is due after eight running hours and watched before', () => {
    expect([3, 17, 18, 23.9, 24, 40].map((h) => age(h).state)).toEqual([
      'good',
      'good',
      'watch',
      'watch',
      'due',
      'due',
    ]);
    expect(age(12).runningHours).toBeCloseTo(4, 12);
    expect(age(12).highHours).toBeCloseTo(6, 12);
  });

  it('adds the hours of a part-used needle, and counted hours without uncertainty', () => {
    const { runningHours, lowHours, highHours } = age(6, { knownHours: 5 });
    expect(runningHours).toBeCloseTo(7, 12);
    expect(highHours - lowHours).toBeCloseTo(age(6).highHours - age(6).lowHours, 12);
  });

  it('has no end where needles run to failure, until somebody reports a problem', () => {
    const old = age(90, { intervalHours: null });
    expect([old.hoursLeft, old.state]).toEqual([null, 'good']);
    expect(age(90, { intervalHours: null, call: 'change' }).state).toBe('due');
  });

  it('is overridden at once by reports', () => {
    expect(age(1, { call: 'change' }).state).toBe('due');
    expect(age(30, { call: 'stop' }).state).toBe('stop');
  });

  it('puts stopped machines first, then the least time left', () => {
    const endless = age(3, { intervalHours: null });
    const ages = [endless, age(3), age(30), age(6, { call: 'stop' }), age(24), age(1, { call: 'change' })];
    const sorted = [...ages].sort(byDueOrder);
    expect(sorted.map((a) => a.state)).toEqual(['stop', 'due', 'due', 'due', 'good', 'good']);
    expect(sorted.at(-1)).toBe(endless);
  });

  it('stops for a missing piece and for nothing else', () => {
    expect([mustStop('missing'), mustStop('all-found'), mustStop('whole')]).toEqual([true, false, false]);
  });
});

describe('a reported problem', () => {
  it('calls for a needle change, or for a stopped machine after a strike or a break', () => {
    expect(TROUBLES.map((trouble) => troubleRule(trouble).call)).toEqual([
      'change',
      'change',
      'change',
      'stop',
      'stop',
    ]);
    expect(callOf(['clunk', 'pin-strike'])).toBe('stop');
    expect(callOf(['shredding'])).toBe('change');
    expect(callOf([])).toBeNull();
  });

  it("is dealt with in the trade's order: fragments first after a break, the needle before any knob", () => {
    expect(troubleRule('broken-needle').checks[0]).toBe('count-fragments');
    for (const trouble of TROUBLES) expect(troubleRule(trouble).checks).toContain('change-needle');
  });
});
