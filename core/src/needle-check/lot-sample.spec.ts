import { SHIPPED_VALUES, type Values } from '../reference/index.js';
import { judgeSample, lotSample, passChance } from './index.js';

const values = (badShare: number, missRisk: number, allowed = 0): Values => ({
  ...SHIPPED_VALUES,
  'lot.bad-share': { ...SHIPPED_VALUES['lot.bad-share'], value: badShare },
  'lot.miss-risk': { ...SHIPPED_VALUES['lot.miss-risk'], value: missRisk },
  'lot.bad-allowed': { ...SHIPPED_VALUES['lot.bad-allowed'], value: allowed },
});

/** The same probability by counting every sample of a small delivery, whose first needles are the bad ones. */
function byCounting(received: number, needles: number, allowed: number, bad: number): number {
  let [all, passing] = [0, 0];
  for (let drawn = 0; drawn < 2 ** received; drawn++) {
    const taken = Array.from({ length: received }, (_, i) => (drawn >> i) & 1);
    if (taken.reduce((sum, one) => sum + one, 0) !== needles) continue;
    all++;
    if (taken.slice(0, bad).reduce((sum, one) => sum + one, 0) <= allowed) passing++;
  }
  return passing / all;
}

describe('the sample of a delivery', () => {
  // Wilks 1941, tolerance limits without a distribution: 59 for 95 % at 95 %, 299 for 99 % at 95 %, 29 for 90 % at 95 %,
  // 22 for 90 % at 90 %; from memory, and by ln(risk) / ln(1 - share).
  it('is as large as in published tables if none may be bad and the lot is infinite', () => {
    const published: readonly (readonly [share: number, risk: number, needles: number])[] = [
      [0.05, 0.05, 59],
      [0.01, 0.05, 299],
      [0.1, 0.05, 29],
      [0.1, 0.1, 22],
    ];
    for (const [share, risk, needles] of published)
      expect(lotSample(null, values(share, risk)).needles).toBe(needles);
  });

  it('accepts with the probability found by counting every possible sample', () => {
    for (const [received, needles, allowed, share] of [
      [10, 4, 0, 0.2],
      [12, 5, 1, 0.25],
      [9, 9, 2, 0.3],
      [11, 1, 0, 0.5],
    ] as const)
      expect(passChance(received, needles, allowed, share)).toBeCloseTo(
        byCounting(received, needles, allowed, Math.ceil(share * received)),
        10,
      );
  });

  it('of a small delivery is smaller, and never larger than the delivery', () => {
    const { needles } = lotSample(100);
    expect(needles).toBeLessThan(lotSample(null).needles);
    expect(lotSample(5).needles).toBeLessThanOrEqual(5);
    expect(lotSample(1).needles).toBe(1);
  });

  it('grows with the number allowed and with a smaller risk', () => {
    const one = lotSample(null, values(0.1, 0.1, 1));
    expect(one.needles).toBe(38); // binomial, n with P(X <= 1) <= 0.1 at 10 %: the usual table value, from memory
    expect(one.missChance).toBeLessThanOrEqual(0.1);
    expect(lotSample(null, values(0.1, 0.01)).needles).toBeGreaterThan(one.needles);
  });

  it('rejects at one bad needle too many, accepts when full, and continues until then', () => {
    const plan = { needles: 8, allowed: 1 };
    expect(judgeSample(plan, { checked: 2, bad: 2 })).toBe('refuse');
    expect(judgeSample(plan, { checked: 7, bad: 1 })).toBe('go-on');
    expect(judgeSample(plan, { checked: 8, bad: 1 })).toBe('accept');
  });
});
