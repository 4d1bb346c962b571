import fc from 'fast-check';
import {
  averagePulls,
  GAUGE_RULE,
  NOTHING_READ,
  SCALE_RULE,
  steady,
  type Sample,
  type SteadyRule,
} from './index.js';

const STEP_MS = 100;

/** A stream of readings, one every tenth of a second. */
function stream(...parts: (readonly number[])[]): Sample[] {
  return parts.flat().map((value, i) => ({ atMs: i * STEP_MS, value }));
}
const rest = (samples: number, value = 0) => Array.from({ length: samples }, () => value);
/** A pull: up in half a second, level with a given ripple, down. */
const pull = (level: number, ripple = 2, samples = 20) => [
  ...[0.3, 0.6, 0.9].map((share) => share * level),
  ...Array.from({ length: samples }, (_, i) => level + ripple * Math.sin(i)),
  0.4 * level,
];
const read = (samples: readonly Sample[], rule: SteadyRule = GAUGE_RULE) =>
  samples.reduce((state, sample) => steady(state, sample, rule), NOTHING_READ);

describe('a steady reading', () => {
  it('holds the level of a pull, not its start or its end', () => {
    const during = read(stream(rest(10), pull(240).slice(0, -1)));
    expect(during.held).toBeCloseTo(240, 0);
    const after = read(stream(rest(10), pull(240), rest(5)));
    expect(after.held).toBeNull();
    expect(after.done.map(Math.round)).toEqual([240]);
  });

  it('keeps each of three pulls', () => {
    const { done } = read(stream(rest(6), pull(240), rest(6), pull(260), rest(6), pull(250), rest(6)));
    expect(done.map((one) => Math.round(one / 10))).toEqual([24, 26, 25]);
  });

  it('subtracts what the gauge shows without load', () => {
    const drifted = stream(
      rest(40, 6),
      pull(240).map((one) => one + 6),
      rest(20, 6),
    );
    const { done, zero } = read(drifted);
    expect(zero).toBeCloseTo(6, 1);
    expect(done[0]).toBeCloseTo(240, 0);
  });

  it('holds nothing while the pull jerks, and counts it as unsettled', () => {
    const { done, unsettled } = read(stream(rest(6), pull(240, 40), rest(6)));
    expect(done).toEqual([]);
    expect(unsettled).toBe(1);
  });

  it('does not take a touch for a pull', () => {
    const { done, unsettled } = read(stream(rest(6), [90, 120], rest(6)));
    expect([done.length, unsettled]).toEqual([0, 0]);
  });

  it('holds a weight while it lies on the scale', () => {
    const lying = read(stream(rest(8), rest(15, 82.4)), SCALE_RULE);
    expect(lying.held).toBeCloseTo(82.4, 6);
  });

  it('never holds more or less than was read, whatever arrives', () => {
    const value = fc.double({ min: -1e4, max: 1e4, noNaN: true });
    fc.assert(
      fc.property(fc.array(value, { maxLength: 80 }), (values) => {
        const state = read(stream(values));
        const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)];
        for (const one of [...state.done, ...(state.held === null ? [] : [state.held])]) {
          expect(one).toBeGreaterThanOrEqual(low - high - 1);
          expect(one).toBeLessThanOrEqual(high - low + 1);
        }
        expect(state.zero).toBeGreaterThanOrEqual(low);
        expect(state.zero).toBeLessThanOrEqual(high);
      }),
    );
  });

  it('refuses invalid readings', () => {
    expect(() => steady(NOTHING_READ, { atMs: 0, value: NaN }, GAUGE_RULE)).toThrowError(/value/);
    expect(() => steady(NOTHING_READ, { atMs: -1, value: 1 }, GAUGE_RULE)).toThrowError(/atMs/);
  });
});

describe('averaged pulls', () => {
  it('give their mean and spread', () => {
    const { meanCn, spreadShare, odd } = averagePulls([240, 252, 246]);
    expect(meanCn).toBe(246);
    expect(spreadShare).toBeCloseTo(12 / 246, 12);
    expect(odd).toBeNull();
  });

  it('point out the one that does not match', () => {
    expect(averagePulls([240, 330, 246]).odd).toBe(1);
    expect(averagePulls([240, 330]).odd).toBeNull();
  });

  it('lie between the smallest and the largest pull', () => {
    const pulls = fc.array(fc.double({ min: 0.1, max: 5000, noNaN: true }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(pulls, (pullsCn) => {
        const { meanCn } = averagePulls(pullsCn);
        expect(meanCn).toBeGreaterThanOrEqual(Math.min(...pullsCn) - 1e-9);
        expect(meanCn).toBeLessThanOrEqual(Math.max(...pullsCn) + 1e-9);
      }),
    );
  });

  it('refuse none, and a pull of zero', () => {
    expect(() => averagePulls([])).toThrowError(/pulls/);
    expect(() => averagePulls([200, 0])).toThrowError(/pullsCn/);
  });
});
