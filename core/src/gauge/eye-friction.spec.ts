import fc from 'fast-check';
import { withShopValues } from '../reference/index.js';
import { eyeFriction } from './index.js';

describe('the friction of an eye', () => {
  // Common practice, no source: W 1.17 N with 1.5 and 0.9 N is good, with 2.2 and 0.7 N bad.
  it('agrees with common practice', () => {
    const good = eyeFriction({ weightN: 1.17, upN: 1.5, downN: 0.9 });
    expect(good.up).toBeCloseTo(0.247, 3);
    expect(good.down).toBeCloseTo(0.261, 3);
    expect(good.both).toBeCloseTo(0.254, 3);
    expect([good.tooMuch, good.consistent]).toEqual([false, true]);
    const bad = eyeFriction({ weightN: 1.17, upN: 2.2, downN: 0.7 });
    expect(bad.up).toBeCloseTo(0.611, 3);
    expect(bad.down).toBeCloseTo(0.503, 3);
    expect(bad.both).toBeCloseTo(0.557, 3);
    expect([bad.tooMuch, bad.borderline]).toEqual([true, false]);
  });

  it('is borderline near the limit, which the shop may change', () => {
    // m = 0.354 is 35 %: the limit itself, one practitioner's proposal.
    const near = { weightN: 1, upN: Math.exp(0.36), downN: Math.exp(-0.36) };
    expect(eyeFriction(near)).toEqual(jasmine.objectContaining({ tooMuch: true, borderline: true }));
    const lenient = withShopValues([
      { valueId: 'gauge.most-friction', value: 0.5, standing: 'chosen', source: 'shop' },
    ]);
    expect(eyeFriction(near, lenient).tooMuch).toBeFalse();
  });

  it('says both that the pulls do not fit and that the eye is bad', () => {
    const off = eyeFriction({ weightN: 1.1, upN: 2.2, downN: 0.7 });
    expect([off.consistent, off.tooMuch]).toEqual([false, true]);
  });

  it('of both pulls combined lies between them if they fit the weight, and does not change with scale', () => {
    const friction = fc.double({ min: 0.01, max: 1.5, noNaN: true });
    fc.assert(
      fc.property(friction, fc.double({ min: 0.1, max: 50, noNaN: true }), (m, weightN) => {
        const pulls = { weightN, upN: weightN * Math.exp(m), downN: weightN * Math.exp(-m) };
        const one = eyeFriction(pulls);
        expect(one.muTheta).toBeCloseTo(m, 9);
        expect(one.both).toBeCloseTo(one.up, 9);
        expect(one.both).toBeCloseTo(one.down, 9);
        expect(one.consistent).toBeTrue();
      }),
    );
    expect(eyeFriction({ weightN: 2, upN: 1.5, downN: 0.9 }).consistent).toBeFalse();
    expect(() => eyeFriction({ weightN: 1, upN: 0.5, downN: 0.9 })).toThrowError(/upN/);
  });
});
