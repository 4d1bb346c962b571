import fc from 'fast-check';
import { turnsToTension } from './index.js';

describe('from turns to cN', () => {
  // By hand: (1, 100), (2, 190), (3, 290), (4, 380): slope 94, intercept 5; residuals 1, -3, 3, -1, so s² = 20 / 2.
  const line = turnsToTension([
    { turns: 1, tensionCn: 100 },
    { turns: 2, tensionCn: 190 },
    { turns: 3, tensionCn: 290 },
    { turns: 4, tensionCn: 380 },
  ])!;

  it('is the least-squares line worked by hand', () => {
    expect(line.cnPerTurn).toBeCloseTo(94, 9);
    expect(line.interceptCn).toBeCloseTo(5, 9);
  });

  // Prediction interval of simple regression (statistics handbooks): t(0.95, 2) s sqrt(1 + 1/4 + 0.25 / 5).
  it('has the prediction band of the handbook', () => {
    const { lowCn, middleCn, highCn } = line.at(2);
    expect(middleCn).toBeCloseTo(193, 9);
    expect(highCn - middleCn).toBeCloseTo(2.92 * Math.sqrt(10) * Math.sqrt(1.3), 6);
    expect(middleCn - lowCn).toBeCloseTo(highCn - middleCn, 9);
    expect(line.at(9).highCn - line.at(9).middleCn).toBeGreaterThan(highCn - middleCn);
  });

  it('says nothing from too few readings or from one setting', () => {
    expect(turnsToTension([])).toBeNull();
    expect(turnsToTension([{ turns: 1, tensionCn: 90 }])).toBeNull();
    expect(turnsToTension(Array.from({ length: 5 }, () => ({ turns: 2, tensionCn: 90 })))).toBeNull();
    expect(() => turnsToTension([{ turns: 1, tensionCn: -4 }])).toThrowError(/tensionCn is -4/);
  });

  it('goes through exact lines whatever they are', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (slope, intercept) => {
          const readings = [1, 2.5, 4, 6].map((turns) => ({ turns, tensionCn: intercept + slope * turns }));
          return Math.abs(turnsToTension(readings)!.at(3).middleCn - (intercept + 3 * slope)) < 1e-6;
        },
      ),
    );
  });
});
