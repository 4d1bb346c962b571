import fc from 'fast-check';
import { HOUR_MS } from '../units/index.js';
import { counterRuns, runsByHour, type CounterReading } from './index.js';

const AT = Date.parse('2026-03-04T08:00:00Z');
const reading = (
  seq: number,
  stitches: number,
  motorMs: number,
  more: Partial<CounterReading> = {},
): CounterReading => ({
  boot: 1,
  seq,
  sentAtMs: AT + 10_000 * seq,
  stitches,
  motorMs,
  ...more,
});
const total = (readings: readonly CounterReading[]) =>
  counterRuns(readings).reduce((sum, { stitches }) => sum + stitches, 0);

describe('the runs of a counter', () => {
  it('are the differences of its totals', () => {
    const runs = counterRuns([
      reading(0, 0, 0),
      reading(1, 90, 6000),
      reading(2, 90, 6000),
      reading(3, 120, 8000),
    ]);
    expect(runs.map(({ stitches, motorMs, gap }) => [stitches, motorMs, gap])).toEqual([
      [90, 6000, false],
      [0, 0, false],
      [30, 2000, false],
    ]);
  });

  it('count nothing for a reading that claims too much, and continue with the next', () => {
    const leap = [
      reading(0, 0, 0),
      reading(1, 1e9, 5000),
      reading(2, 1e9 + 90, 11_000),
      // Switched on again with totals that do not start from zero.
      reading(3, 500, 40 * HOUR_MS, { boot: 2 }),
      reading(4, 560, 40 * HOUR_MS + 4000, { boot: 2 }),
    ];
    expect(counterRuns(leap).map(({ stitches, motorMs, gap }) => [stitches, motorMs, gap])).toEqual([
      [0, 0, true],
      [90, 6000, false],
      [0, 0, true],
      [60, 4000, false],
    ]);
    expect(counterRuns(leap).map((run) => run.leap)).toEqual([
      { boot: 1, seq: 1, stitches: 1e9, motorMs: 5000 },
      null,
      { boot: 2, seq: 3, stitches: 500, motorMs: 40 * HOUR_MS },
      null,
    ]);
  });

  it('count an accepted jump, with no more motor time than passed', () => {
    const runs = counterRuns([reading(0, 0, 0), reading(1, 50_000, 55_000, { accepted: true })]);
    expect(runs.map(({ stitches, motorMs, leap }) => [stitches, motorMs, leap])).toEqual([
      [50_000, 10_000, null],
    ]);
  });

  it('are the same in whatever order and however often the readings came', () => {
    const sent = Array.from({ length: 12 }, (_, i) => reading(i, 15 * i * i, 700 * i));
    const wanted = counterRuns(sent);
    const shuffles = fc.shuffledSubarray([...sent, ...sent, ...sent], { minLength: 36, maxLength: 36 });
    fc.assert(fc.property(shuffles, (came) => expect(counterRuns(came)).toEqual([...wanted])));
  });

  it('lose nothing with a lost reading, but report a gap if many are lost', () => {
    const sent = Array.from({ length: 60 }, (_, i) => reading(i, 20 * i, 500 * i));
    const kept = sent.filter((_, i) => i < 5 || i > 45);
    expect(total(kept)).toBe(total(sent));
    expect(counterRuns(kept).filter(({ gap }) => gap).length).toBe(1);
    expect(counterRuns(sent.filter((_, i) => i % 3 !== 1)).some(({ gap }) => gap)).toBeFalse();
  });

  it('continue after a power cycle, and are never negative', () => {
    const before = [reading(0, 1000, 50_000), reading(1, 1100, 55_000)];
    const after = [
      reading(0, 40, 2000, { boot: 2, sentAtMs: AT + HOUR_MS }),
      reading(1, 70, 4000, { boot: 2, sentAtMs: AT + HOUR_MS + 10_000 }),
    ];
    expect(total([...after, ...before])).toBe(100 + 40 + 30);
    const fallen = counterRuns([reading(0, 1000, 50_000), reading(1, 12, 900)]);
    expect([fallen[0]!.stitches, fallen[0]!.gap]).toEqual([12, true]);
  });

  it('are never negative and never more than was counted, whatever arrives', () => {
    const any = fc.record({
      boot: fc.integer({ min: 0, max: 3 }),
      seq: fc.integer({ min: 0, max: 30 }),
      sentAtMs: fc.integer({ min: AT, max: AT + 3 * HOUR_MS }),
      stitches: fc.integer({ min: 0, max: 1e6 }),
      motorMs: fc.integer({ min: 0, max: 1e7 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), (readings) => {
        const runs = counterRuns(readings);
        const counted = readings.reduce((sum, { stitches }) => sum + stitches, 0);
        let sum = 0;
        for (const { stitches, motorMs, fromMs, toMs } of runs) {
          expect(stitches).toBeGreaterThanOrEqual(0);
          expect(motorMs).toBeGreaterThanOrEqual(0);
          expect(toMs).toBeGreaterThanOrEqual(fromMs);
          sum += stitches;
        }
        expect(sum).toBeLessThanOrEqual(counted);
        const hours = runsByHour(runs);
        expect(hours.reduce((all, one) => all + one.stitches, 0)).toBeCloseTo(sum, 3);
        for (const { coveredMs, motorMs } of hours) {
          expect(coveredMs).toBeGreaterThanOrEqual(0);
          expect(motorMs).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});

describe('runs by the hour', () => {
  it('divide a run over the hours it spans, and cover no gap', () => {
    const runs = counterRuns([
      reading(0, 0, 0, { sentAtMs: AT - 60_000 }),
      reading(1, 120, 60_000, { sentAtMs: AT + 60_000 }),
      reading(2, 220, 90_000, { sentAtMs: AT + 30 * 60_000 }),
    ]);
    expect(runsByHour(runs)).toEqual([
      { hourMs: AT - HOUR_MS, stitches: 60, motorMs: 30_000, coveredMs: 60_000 },
      { hourMs: AT, stitches: 160, motorMs: 60_000, coveredMs: 60_000 },
    ]);
  });
});
