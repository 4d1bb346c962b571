import fc from 'fast-check';
import { OutOfRange } from '../standing/index.js';
import { chiSquare2Quantile, findRoot, findTop, gammaP, integrate, lnGamma, straightLine } from './index.js';

describe('the gamma function', () => {
  it('is the factorial at whole numbers and the root of pi at a half', () => {
    let factorial = 1;
    for (let n = 1; n <= 20; n++) {
      expect(lnGamma(n + 1)).toBeCloseTo(Math.log((factorial *= n)), 11);
    }
    expect(lnGamma(0.5)).toBeCloseTo(0.5 * Math.log(Math.PI), 13);
    // DLMF 5.5.1 at 1.5 and 5.11.1 (Stirling's series) at 1e6.
    expect(lnGamma(1.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI) / 2), 13);
    const x = 1e6;
    const stirling = (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x);
    expect(lnGamma(x) / stirling).toBeCloseTo(1, 13);
  });

  it('incomplete, is the exponential at 1 and the Poisson sum at whole numbers (DLMF 8.4.9)', () => {
    for (const x of [1e-9, 0.3, 1, 2.5, 10, 40]) {
      expect(gammaP(1, x) / -Math.expm1(-x)).toBeCloseTo(1, 13);
      let [term, sum] = [Math.exp(-x), 0];
      for (let k = 0; k < 7; k++) {
        sum += term;
        term *= x / (k + 1);
      }
      expect(gammaP(7, x)).toBeCloseTo(1 - sum, 13);
    }
  });

  // Abramowitz and Stegun, table 7.1: erf(1) = .84270 07929, erf(2) = .99532 22650; P(1/2, x²) = erf(x).
  it('incomplete, is the error function at a half', () => {
    expect(gammaP(0.5, 1)).toBeCloseTo(0.8427007929, 10);
    expect(gammaP(0.5, 4)).toBeCloseTo(0.995322265, 10);
  });

  // DLMF 8.11.12 to first order: P(a, a) is 1/2 + 1 / (3 sqrt(2 pi a)), the next term being of order a^(-3/2).
  it('incomplete, keeps its digits for shapes as large as a million', () => {
    for (const a of [1e4, 1e6, 1e8]) {
      expect(gammaP(a, a)).toBeCloseTo(0.5 + 1 / (3 * Math.sqrt(2 * Math.PI * a)), 8);
    }
    // The recurrence DLMF 8.8.5 ties both sides of the fraction and the series together.
    const [a, x] = [60, 61.5];
    const step = Math.exp(a * Math.log(x) - x - lnGamma(a + 1));
    expect(gammaP(a + 1, x)).toBeCloseTo(gammaP(a, x) - step, 12);
  });

  it('incomplete, rises from 0 to 1', () => {
    const positive = fc.double({ min: 1e-3, max: 300, noNaN: true });
    fc.assert(
      fc.property(positive, positive, positive, (a, x, more) => {
        const [low, high] = [gammaP(a, x), gammaP(a, x + more)];
        expect(low).toBeGreaterThanOrEqual(0);
        expect(high).toBeGreaterThanOrEqual(low - 1e-12);
        expect(high).toBeLessThanOrEqual(1 + 1e-12);
      }),
    );
  });

  // Any table of chi-square: 5.991 is the 95 % point with two degrees of freedom.
  it('gives chi-square with two degrees of freedom', () => {
    expect(chiSquare2Quantile(0.95)).toBeCloseTo(5.991464547, 9);
  });
});

describe('a root', () => {
  it('is found to the last digits, from either side', () => {
    expect(findRoot((x) => x * x - 2, 0, 2)).toBeCloseTo(Math.SQRT2, 15);
    expect(findRoot((x) => 2 - x * x, 0, 2)).toBeCloseTo(Math.SQRT2, 15);
    expect(findRoot((x) => Math.tanh(50 * (x - 0.123)), -9, 80)).toBeCloseTo(0.123, 13);
    expect(findRoot((x) => x, 0, 5)).toBeCloseTo(0, 15);
  });

  it('of any cubic through a point is that point', () => {
    const at = fc.double({ min: -50, max: 50, noNaN: true });
    fc.assert(
      fc.property(at, (root) => {
        const found = findRoot((x) => (x - root) ** 3 + (x - root), -101, 103);
        expect(found).toBeCloseTo(root, 10);
      }),
    );
  });

  it('takes few steps on a smooth function', () => {
    let steps = 0;
    findRoot((x) => (steps++, Math.exp(x) - 5), 0, 10);
    expect(steps).toBeLessThan(16);
  });

  it('is not searched for if the signs are the same', () => {
    expect(() => findRoot((x) => x * x + 1, -1, 1)).toThrowError(/f\(low\)/);
  });
});

describe('a maximum and an area', () => {
  it('match known functions', () => {
    expect(findTop((x) => -((x - 1.25) ** 2), -4, 9)).toBeCloseTo(1.25, 6);
    expect(integrate(Math.sin, 0, Math.PI, 4)).toBeCloseTo(2, 13);
    expect(integrate((x) => x ** 15, 0, 2, 1)).toBeCloseTo(2 ** 16 / 16, 9);
  });
});

describe('a straight line', () => {
  // Anscombe (1973), first set: intercept 3.00, slope 0.500, standard error of the slope 0.118.
  it('is the least-squares line', () => {
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
    const line = straightLine(x.map((one, i) => [one, y[i]!]))!;
    expect(line.intercept).toBeCloseTo(3.0001, 4);
    expect(line.slope).toBeCloseTo(0.5001, 4);
    expect(line.slopeHalf / 1.833).toBeCloseTo(0.1179, 4);
  });

  it('does not exist for too few points, or points above one another', () => {
    expect(
      straightLine([
        [1, 2],
        [2, 3],
      ]),
    ).toBeNull();
    expect(
      straightLine([
        [1, 2],
        [1, 3],
        [1, 4],
      ]),
    ).toBeNull();
  });
});

describe('invalid numbers', () => {
  it('are refused with what is allowed, not answered with NaN', () => {
    expect(() => chiSquare2Quantile(1)).toThrowError(OutOfRange, /chance is 1; allowed: 0 to below 1/);
    expect(() => chiSquare2Quantile(NaN)).toThrowError(OutOfRange);
    expect(() => integrate(Math.sin, 0, NaN, 2)).toThrowError(OutOfRange, /to is NaN/);
    expect(() => integrate(Math.sin, 0, 1, 0)).toThrowError(OutOfRange, /panels is 0/);
  });
});
