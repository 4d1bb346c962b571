import fc from 'fast-check';
import {
  bestInterval,
  costPerHour,
  expectedEnds,
  weibull,
  type ChangeCosts,
  type NeedleEnds,
} from './index.js';

const ends = (shape: number, scaleHours: number, accidentsPerHour = 0): NeedleEnds => ({
  wear: { shape, scaleHours },
  accidentsPerHour,
});
const costs = (ratio: number): ChangeCosts => ({ planned: 1, wear: ratio, accident: ratio });

describe('the best interval', () => {
  // Age replacement with shape 2 and costs 1 to 10: by R's integrate.
  it('is that of the textbook, and as flat', () => {
    const life = ends(2, 1);
    const best = bestInterval(life, costs(10));
    expect(best.intervalHours! / 0.336451191).toBeCloseTo(1, 8);
    expect(best.costPerHour / 6.05612144).toBeCloseTo(1, 8);
    const dearer = (share: number) =>
      costPerHour(life, costs(10), share * best.intervalHours!) / best.costPerHour;
    expect(dearer(0.9)).toBeCloseTo(1.005, 3);
    expect(dearer(1.25)).toBeCloseTo(1.023, 3);
    expect(dearer(1)).toBeLessThan(dearer(0.999));
  });

  // Competing accidents with shape 3, scale 100 and costs 1 to 8: computed twice, apart.
  it('moves later with age-independent accidents', () => {
    const at = (rate: number) => bestInterval(ends(3, 100, rate), costs(8)).intervalHours!;
    expect(at(0)).toBeCloseTo(41.61, 2);
    expect(at(0.005)).toBeCloseTo(42.72, 2);
    expect(at(0.02)).toBeCloseTo(46.35, 2);
  });

  it('has a window in which the cost is within two hundredths of the least', () => {
    const life = ends(2.2, 12, 0.01);
    const { window, costPerHour: least } = bestInterval(life, costs(6));
    for (const edge of [window!.fromHours, window!.toHours])
      expect(costPerHour(life, costs(6), edge) / least).toBeCloseTo(1.02, 9);
  });

  it('is to run to failure when needles do not wear, failure costs no more, or little is saved', () => {
    expect(bestInterval(ends(1, 10), costs(10)).because).toBe('does-not-wear');
    expect(bestInterval(ends(0.7, 10, 0.1), costs(10)).because).toBe('does-not-wear');
    expect(bestInterval(ends(3, 10), costs(1)).because).toBe('failure-costs-no-more');
    expect(bestInterval(ends(1.1, 10), costs(1.5)).because).toBe('saves-too-little');
  });

  it('costs one needle over its mean life when run to failure', () => {
    expect(
      costPerHour(ends(2, 10), costs(5), Infinity) * weibull({ shape: 2, scaleHours: 10 }).meanHours,
    ).toBeCloseTo(5, 10);
    // Exponential wear and accidents together are exponential: mean 1 / (0.1 + 0.15).
    expect(expectedEnds(ends(1, 10, 0.15), Infinity).meanHours).toBeCloseTo(4, 8);
  });

  it('is never beaten by another interval', () => {
    const life = fc.record({
      shape: fc.double({ min: 1.2, max: 8, noNaN: true }),
      scale: fc.double({ min: 1e-3, max: 1e4, noNaN: true }),
      accidents: fc.double({ min: 0, max: 2, noNaN: true }),
      ratio: fc.double({ min: 1.1, max: 100, noNaN: true }),
      other: fc.double({ min: 0.02, max: 5, noNaN: true }),
    });
    fc.assert(
      fc.property(life, ({ shape, scale, accidents, ratio, other }) => {
        const one = ends(shape, scale, accidents / scale);
        const best = bestInterval(one, costs(ratio));
        expect(costPerHour(one, costs(ratio), other * scale)).toBeGreaterThanOrEqual(
          best.costPerHour * (best.intervalHours === null ? 0.97 : 1 - 1e-7),
        );
      }),
    );
  });

  it("accounts for every needle's end", () => {
    for (const hours of [0.1, 3, 40, Infinity]) {
      const { worn, accidents, planned } = expectedEnds(ends(2.4, 15, 0.02), hours);
      expect(worn + accidents + planned).toBeCloseTo(1, 10);
    }
  });

  it('refuses invalid costs and rates', () => {
    expect(() => bestInterval(ends(2, 10), { planned: 0, wear: 5, accident: 5 })).toThrowError(/planned/);
    expect(() => bestInterval(ends(2, 10, -1), costs(5))).toThrowError(/accidentsPerHour/);
    expect(() => costPerHour(ends(2, 10), costs(5), 0)).toThrowError(/intervalHours/);
  });
});
