import { checksFor, needleFraction, nextCheckMs } from './index.js';

describe('spot checks', () => {
  // n = z² p (1 - p) / e²: the common textbook example of 25 % to within 3 points asks for 800 (from memory).
  it('are as many as the wanted precision needs', () => {
    expect(checksFor(0.25, 0.03)).toBe(801);
    expect(checksFor(0, 0.1)).toBe(0);
    const { low, high } = needleFraction({ sewing: 200, checks: 801 });
    expect((high - low) / 2).toBeCloseTo(0.03, 3);
  });

  it('come at unpredictable moments, on average as often as wanted', () => {
    const draws = Array.from({ length: 10_000 }, (_, i) => (i + 0.5) / 10_000);
    const waits = draws.map((draw) => nextCheckMs(draw, 6000));
    const mean = waits.reduce((sum, ms) => sum + ms, 0) / waits.length;
    expect(mean).toBeGreaterThan(5990);
    expect(mean).toBeLessThan(6010);
    // Memoryless: the share of waits longer than a minute that last another minute equals the share of all waits that
    // last a minute.
    const over = (ms: number) => waits.filter((wait) => wait > ms).length;
    expect(over(12_000) / over(6000)).toBeCloseTo(over(6000) / waits.length, 2);
    expect(() => nextCheckMs(1, 6000)).toThrowError(/draw/);
  });
});
