import fc from 'fast-check';
import { NEEDLE_FINISHES, NEEDLE_SIZES, NEEDLE_SYSTEMS, POINT_STYLES } from '../needle/index.js';
import { ask, benchQuestion, COMPOUND } from '../testing/bench-examples.js';
import {
  nameOfNeedle,
  nearestAlternatives,
  refusalsOf,
  rankNeedles,
  whyNot,
  type NeedleName,
} from './index.js';

const BEST: NeedleName = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
const reasons = (change: Partial<NeedleName>) =>
  refusalsOf(benchQuestion(), { ...BEST, ...change }).map(({ reason }) => reason);

describe('why not this needle', () => {
  it('says that the best is the best', () => {
    expect(nameOfNeedle(ask().ranked[0]!)).toEqual(BEST);
    expect(whyNot(benchQuestion(), BEST)).toEqual({ verdict: 'best' });
  });

  it('names what a worse one loses by, the worst first', () => {
    const smaller = whyNot(benchQuestion(), { ...BEST, nm: 110 });
    if (smaller.verdict !== 'worse') throw new Error(smaller.verdict);
    expect(smaller.worse.map(({ part }) => part)).toEqual(['eye', 'strength', 'plate']);
    const ball = whyNot(benchQuestion(), { ...BEST, systemId: '135x17', pointId: 'medium-ball' });
    expect(ball.verdict === 'worse' && ball.worse[0]?.part).toBe('point');
  });

  it('names everything that keeps a needle out', () => {
    expect(reasons({ systemId: '130/705 H', nm: 100 })).toEqual(['shank']);
    expect(reasons({ systemId: '794', nm: 180 })).toEqual(['other-clamp']);
    expect(reasons({ systemId: '135x17' })).toEqual(['point-not-made']);
    expect(reasons({ nm: 60 })).toEqual(['size-not-made', 'eye-too-small']);
    expect(reasons({ nm: 250 })).toEqual(['size-not-made', 'blade-too-thick']);
    expect(reasons({ systemId: '999x9' })).toEqual(['unknown-system']);
  });

  it('keeps to what the machine is set for', () => {
    const limited = (needleNm: { least: number | null; most: number | null }) =>
      refusalsOf(benchQuestion({ machine: { ...COMPOUND, needleNm } }), BEST).map(({ reason }) => reason);
    expect(limited({ least: null, most: 130 })).toEqual(['needle-limit']);
    expect(limited({ least: 160, most: null })).toEqual(['needle-limit']);
    expect(limited({ least: 90, most: 180 })).toEqual([]);
    const threadTex = { least: null, most: 90 };
    expect(
      refusalsOf(benchQuestion({ machine: { ...COMPOUND, threadTex } }), BEST).map(({ reason }) => reason),
    ).toEqual(['thread-limit']);
  });

  it('answers for no needle that the catalogue does not know', () => {
    expect(() => reasons({ pointId: 'blunt' })).toThrowError(/pointId is "blunt"/);
    expect(() => reasons({ finishId: 'rusty' })).toThrowError(/finishId is "rusty"/);
    expect(() => reasons({ nm: 137 })).toThrowError(/nm/);
  });

  it('refuses a needle exactly when the ranking leaves it out', () => {
    const ranked = new Set(
      rankNeedles(benchQuestion()).ranked.map((one) => JSON.stringify(nameOfNeedle(one))),
    );
    const anyName = fc.record({
      systemId: fc.constantFrom(...NEEDLE_SYSTEMS.map(({ id }) => id)),
      nm: fc.constantFrom(...NEEDLE_SIZES.map(({ nm }) => nm)),
      pointId: fc.constantFrom(...POINT_STYLES.map(({ id }) => id)),
      finishId: fc.constantFrom(...NEEDLE_FINISHES.map(({ id }) => id)),
    });
    fc.assert(
      fc.property(anyName, (name) => {
        const refused = refusalsOf(benchQuestion(), name).length > 0;
        return refused !== ranked.has(JSON.stringify(name));
      }),
      { numRuns: 2000 },
    );
  });
});

describe('the nearest alternatives', () => {
  const { ranked } = ask();
  const found = nearestAlternatives(ranked, ranked[0]!);

  it('are another size, another point and the other family, each with the one thing that is worse', () => {
    expect(found.length).toBe(3);
    expect(found.some(({ needle }) => needle.size.nm !== 140)).toBeTrue();
    expect(found.some(({ needle }) => needle.point.id === 'left-twist')).toBeTrue();
    expect(found.find(({ needle }) => needle.point.family === 'cloth')?.worseIn).toBe('point');
    expect(found.every(({ worseIn }) => worseIn !== null)).toBeTrue();
  });
});
