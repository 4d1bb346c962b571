import { SHIPPED_VALUES } from '../reference/index.js';
import { hookFigures, judgeHook, type HookReading } from './index.js';

const UNSEEN: HookReading = { riseMm: null, aboveEyeMm: null, clearanceMm: null, loop: null, push: null };
const USUAL = hookFigures(null, SHIPPED_VALUES);
const causes = (reading: Partial<HookReading>, figures = USUAL) =>
  judgeHook({ ...UNSEEN, ...reading }, figures).causes;

describe('a hook check', () => {
  // Usual figures from memory: rise 1.8 to 2.5 mm, point 1 to 2 mm above the eye, clearance 0 to 0.1 mm.
  it('accepts the usual figures, limits included', () => {
    expect(
      judgeHook({ riseMm: 1.8, aboveEyeMm: 2, clearanceMm: 0.1, loop: 'every', push: 'flexes' }, USUAL),
    ).toEqual({
      measures: { riseMm: 'fits', aboveEyeMm: 'fits', clearanceMm: 'fits' },
      causes: [],
      empty: false,
    });
  });

  // Common practice: touching shreds thread, a gap skips, a point below the eye or far above it is timing.
  it('distinguishes timing, a hook that touches and one too far away', () => {
    expect(causes({ riseMm: 3 })).toEqual(['h_timing']);
    expect(causes({ aboveEyeMm: 0.4 })).toEqual(['h_timing']);
    expect(causes({ push: 'not-at-all' })).toEqual(['h_close']);
    expect(causes({ push: 'far' })).toEqual(['h_wide']);
    expect(causes({ clearanceMm: 0.3 })).toEqual(['h_wide']);
    expect(causes({ clearanceMm: 0.3, riseMm: 3 })).toEqual(['h_timing', 'h_wide']);
  });

  it('blames timing for a missed loop only if the gap does not explain it', () => {
    expect(causes({ loop: 'misses' })).toEqual(['h_timing']);
    expect(causes({ loop: 'misses', push: 'far' })).toEqual(['h_wide']);
  });

  it("uses the machine's manual before the usual figures, measurement by measurement", () => {
    const own = hookFigures(
      { riseMm: { least: 2.4, most: 2.6 }, aboveEyeMm: null, clearanceMm: null },
      SHIPPED_VALUES,
    );
    expect(causes({ riseMm: 2.6 }, own)).toEqual([]);
    expect(causes({ riseMm: 2 }, own)).toEqual(['h_timing']);
    expect([own.riseMm.standing, own.aboveEyeMm.standing]).toEqual(['measured', 'memory']);
  });

  it('says nothing about what was not checked, and refuses impossible measurements', () => {
    expect(judgeHook(UNSEEN, USUAL)).toEqual({
      measures: { riseMm: null, aboveEyeMm: null, clearanceMm: null },
      causes: [],
      empty: true,
    });
    expect(() => causes({ clearanceMm: -0.1 })).toThrowError(/clearanceMm/);
  });
});
