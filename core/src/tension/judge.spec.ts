import fc from 'fast-check';
import { OutOfRange } from '../standing/index.js';
import { randomLcg } from 'd3-random';
import {
  anyJudge,
  JUDGE_KINDS,
  judgedChances,
  judgeTraits,
  knownByLock,
  learnJudges,
  SEAM_GRADES,
  type JudgeKind,
  type KnownSeam,
} from './index.js';

/** Seams spread over the window and past both edges, graded by a kind of judge. */
function judgedBy(kind: JudgeKind, count: number, seed: number): readonly KnownSeam[] {
  const source = randomLcg(seed);
  return Array.from({ length: count }, (_, i) => {
    const z = -4 + (8 * (i + 0.5)) / count;
    const chances = judgedChances(z, judgeTraits(kind));
    let left = source();
    const grade = SEAM_GRADES.find((_, g) => (left -= chances[g]!) <= 0) ?? 'balanced';
    return { z, zSd: 0, grade };
  });
}

describe('kinds of judges', () => {
  it('each give chances that add up to one, wherever a seam lies', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...JUDGE_KINDS),
        fc.double({ min: -1e3, max: 1e3, noNaN: true }),
        (kind, z) => {
          const chances = judgedChances(z, judgeTraits(kind));
          return chances.every((p) => p >= 0) && Math.abs(chances.reduce((a, b) => a + b, 0) - 1) < 1e-9;
        },
      ),
    );
    expect(Object.values(anyJudge()).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });

  it('read as they are named', () => {
    const says = (kind: JudgeKind, z: number) => {
      const chances = judgedChances(z, judgeTraits(kind));
      return SEAM_GRADES[chances.indexOf(Math.max(...chances))];
    };
    expect(says('usual', 1.5)).toBe('dots-on-top');
    expect(says('dots-are-balanced', 1.5)).toBe('balanced');
    expect(says('dots-are-faults', 1.5)).toBe('flat-line-on-top');
    expect(says('lax', 1.3)).toBe('balanced');
    expect(says('strict', 0.85)).toBe('dots-on-top');
    expect(says('leans-tight', 0.8)).toBe('dots-on-top');
  });

  it('refuse an invalid position', () => {
    expect(() => judgedChances(NaN, judgeTraits('usual'))).toThrowError(OutOfRange, /z is NaN/);
  });
});

describe('learning how a person reads seams', () => {
  for (const kind of ['usual', 'dots-are-balanced', 'dots-are-faults', 'guessing'] as const) {
    it(`recognises somebody who is ${kind} after forty known seams`, () => {
      const [weights] = learnJudges([judgedBy(kind, 40, 0.3)]);
      expect(weights![kind]).toBeGreaterThan(0.8);
    });
  }

  it('treats newcomers much like the others', () => {
    const others = Array.from({ length: 30 }, (_, i) => judgedBy('lax', 30, 0.1 + i / 100));
    const [, ...rest] = learnJudges([[], ...others]);
    const [fresh] = learnJudges([[], ...others]);
    expect(fresh!.lax).toBeGreaterThan(anyJudge().lax * 3);
    expect(rest[0]!.lax).toBeGreaterThan(fresh!.lax);
  });

  it('never rules a kind out, and adds up to one', () => {
    const [weights] = learnJudges([judgedBy('usual', 200, 0.7)]);
    expect(Math.min(...Object.values(weights!))).toBeGreaterThan(0.001);
    expect(Object.values(weights!).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });

  // x = 1/2 + 0.35 z, a ruler error of 8 % of the stack and a model error of 12 %: assumptions.
  it("takes a measured knot for the truth, with the ruler's error", () => {
    const known = knownByLock(0.85, 'dots-on-top')!;
    expect(known.z).toBeCloseTo(1, 12);
    expect(known.zSd).toBeCloseTo(Math.hypot(0.08, 0.12) / 0.35, 12);
    expect(knownByLock(1, 'flat-line-on-top')).toBeNull();
    const careful = Array.from({ length: 25 }, () => knownByLock(0.94, 'balanced')!);
    expect(learnJudges([careful])[0]!['dots-are-balanced']).toBeGreaterThan(
      anyJudge()['dots-are-balanced'] * 2,
    );
  });
});
