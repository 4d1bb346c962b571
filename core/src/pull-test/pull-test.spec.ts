import * as fc from 'fast-check';
import { BREAKS, pullNPerCm, pullVerdict, strengthRatio, type PullTest } from './index.js';

const test = (
  broke: PullTest['broke'],
  forceN: number | null = null,
  widthMm: number | null = 25,
): PullTest => ({
  ...{ broke, forceN, widthMm },
});

describe('pull tests of a seam', () => {
  it('give the force per cm of seam, as strip tests of 25 or 50 mm are reported', () => {
    expect(pullNPerCm(test('needle-thread', 500, 25))).toBeCloseTo(200, 12);
    expect(pullNPerCm(test('needle-thread', 500, 50))).toBeCloseTo(100, 12);
    expect(pullNPerCm(test('needle-thread'))).toBeNull();
    expect(pullNPerCm(test('needle-thread', 500, null))).toBeNull();
    expect(() => pullNPerCm(test('material', 0))).toThrowError(/forceN/);
  });

  it('say what gives way most often, and nothing for a tie', () => {
    expect(pullVerdict([])).toEqual({ tests: 0, weakest: null, brokeNPerCm: null, heldNPerCm: null });
    expect(pullVerdict([test('material'), test('material'), test('slipped')]).weakest).toBe('material');
    expect(pullVerdict([test('material'), test('slipped')]).weakest).toBeNull();
  });

  it('distinguish what the thread bore before it broke from what it held when something else gave way', () => {
    const verdict = pullVerdict([
      ...[test('needle-thread', 500), test('bobbin-thread', 700), test('material', 900), test('held', 800)],
    ]);
    expect(verdict.brokeNPerCm).toBeCloseTo(240, 12);
    expect(verdict.heldNPerCm).toBeCloseTo(360, 12);
  });

  it('do not depend on their order', () => {
    const tests = fc.array(
      fc.record({ broke: fc.constantFrom(...BREAKS), forceN: fc.constant(500), widthMm: fc.constant(25) }),
    );
    fc.assert(
      fc.property(tests, (some) => {
        expect(pullVerdict([...some].reverse())).toEqual(pullVerdict(some));
      }),
    );
  });

  it('correct the estimate once three seams were measured, evening out double and half', () => {
    const seam = (ratio: number) => ({ measuredNPerCm: 360 * ratio, estimateNPerCm: 360 });
    expect(strengthRatio([seam(2), seam(0.5)])).toBeNull();
    expect(strengthRatio([seam(2), seam(0.5), seam(1)])).toBeCloseTo(1, 12);
    expect(strengthRatio([seam(1.2), seam(1.2), seam(1.2)])).toBeCloseTo(1.2, 12);
    expect(() => strengthRatio([seam(1), seam(1), seam(0)])).toThrowError(/measuredNPerCm/);
  });
});
