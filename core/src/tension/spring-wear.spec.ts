import { DAY_MS } from '../units/index.js';
import fc from 'fast-check';
import { springWear } from './index.js';
const row = (...cn: number[]) => cn.map((tensionCn, day) => ({ readAtMs: day * 7 * DAY_MS, tensionCn }));

describe('a worn bobbin spring', () => {
  it('shows in a series of readings that falls at one screw setting', () => {
    const wear = springWear(row(104, 100, 97, 91, 88, 84));
    expect(wear?.readings).toBe(6);
    expect(wear?.days).toBe(35);
    expect(wear!.lostShare).toBeCloseTo(0.193, 2);
  });

  it('is not inferred from readings that scatter, rise, fall a little, or are few', () => {
    expect(springWear(row(104, 88, 101, 90, 99, 92))).toBeNull();
    expect(springWear(row(84, 88, 91, 97))).toBeNull();
    expect(springWear(row(100, 99.5, 99, 98.5, 98))).toBeNull();
    expect(springWear(row(104, 95, 84))).toBeNull();
    expect(springWear(row(90, 90, 90, 90).map((one) => ({ ...one, readAtMs: 0 })))).toBeNull();
  });

  it('does not depend on the order of the readings or on their unit', () => {
    const tensions = fc.array(fc.double({ min: 1, max: 500, noNaN: true }), { minLength: 4, maxLength: 12 });
    fc.assert(
      fc.property(tensions, fc.double({ min: 0.1, max: 10, noNaN: true }), (cn, unit) => {
        const one = springWear(row(...cn));
        const scaled = springWear(row(...cn.map((value) => value * unit)).reverse());
        expect(scaled?.lostShare ?? 0).toBeCloseTo(one?.lostShare ?? 0, 6);
      }),
    );
  });
});
