import fc from 'fast-check';
import { leatherOzToMm } from '../units/index.js';
import { MATERIALS, stackOf } from '../material/index.js';
import { ask, benchQuestion, COMPOUND, HIDE_AND_DUCK, schools } from '../testing/bench-examples.js';
import {
  edgeDistanceMm,
  matchReasons,
  needleHoles,
  plateFit,
  pointForStack,
  schoolLimit,
  seamHole,
  strengthGuide,
  threadOnBench,
} from './index.js';
import { withShopValues } from '../reference/index.js';
import { NEEDLE_SYSTEMS, POINT_STYLES, pointStyle } from '../needle/index.js';

const compound = COMPOUND;
const hideAndDuck = HIDE_AND_DUCK;
const bonded = (tex: number) => threadOnBench('bonded-nylon', tex);

describe('ranking needles', () => {
  it('answers hide over duck with Tex 135 as a mechanic would', () => {
    const [best] = ask().ranked;
    expect([best?.size.nm, best?.size.number, best?.point.id, best?.system.id]).toEqual([
      140,
      22,
      'right-twist',
      '135x16',
    ]);
    expect(best?.fit.ratio).toBeCloseTo(0.3, 2);
  });

  it('says what the other schools would pick', () => {
    const pick = (size: 'middle' | 'snug') => ask({ schools: schools({ size }) }).ranked[0]?.size.nm;
    expect(pick('middle')).toBe(140);
    expect(pick('snug')).toBe(120);
    const round = ask({ schools: schools({ leatherPoint: 'round' }) }).ranked[0];
    expect([round?.system.id, round?.point.family]).toEqual(['135x17', 'cloth']);
  });

  // Common practice by leather weight: 6-8 oz with size 92-138 on NM 110-130; 8-12 oz with 207-277 on NM 140 and up.
  it("follows the trade's leather-weight table", () => {
    const leather = (oz: number) =>
      stackOf([{ materialId: 'veg-tan-side', thicknessMm: leatherOzToMm(oz), plies: 1 }]);
    const nm = (oz: number, tex: number) =>
      ask({
        stack: leather(oz),
        thread: bonded(tex),
        schools: schools({ size: 'middle' }),
      }).ranked[0]!.size.nm;
    expect(nm(4, 45)).toBeGreaterThanOrEqual(80);
    expect(nm(4, 70)).toBeLessThanOrEqual(110);
    expect(nm(7, 90)).toBeGreaterThanOrEqual(110);
    expect(nm(7, 135)).toBeLessThanOrEqual(130);
    expect(nm(12, 210)).toBeGreaterThanOrEqual(140);
  });

  it('gives cloth a round point and coated cloth a round point with a small cut', () => {
    const sheet = stackOf([{ materialId: 'coated-sheet-18', thicknessMm: 0.6, plies: 3 }]);
    const duck = stackOf([{ materialId: 'duck-4', thicknessMm: 1.2, plies: 3 }]);
    expect(ask({ stack: sheet }).ranked[0]?.point.id).toBe('round-small-cut');
    expect(ask({ stack: duck }).ranked[0]?.point.id).toBe('round');
  });

  it('refuses a flat-shank machine given round-shank systems', () => {
    const answer = ask({ machine: { ...compound, shank: 'flat' } });
    expect(answer.ranked).toEqual([]);
    expect(answer.refusals).toContain({ reason: 'shank', systemId: '135x17', needs: 'flat', has: 'round' });
  });

  it('refuses when no system is registered or none is known', () => {
    expect(ask({ machine: { ...compound, systemIds: [] } }).refusals).toEqual([{ reason: 'no-system' }]);
    expect(ask({ machine: { ...compound, systemIds: ['999x9'] } }).refusals).toEqual([
      { reason: 'unknown-system', systemId: '999x9' },
    ]);
  });

  it('refuses when the plate hole is too small for any needle the thread passes', () => {
    const answer = ask({ machine: { ...compound, plateHoleMm: 0.9 } });
    expect(answer.ranked).toEqual([]);
    expect(answer.refusals[0]).toEqual({
      reason: 'plate-hole',
      systemId: '135x17',
      smallestNm: 90,
      plateHoleMm: 0.9,
    });
  });

  it('refuses a thread that passes no needle of the system', () => {
    const answer = ask({
      machine: { ...compound, systemIds: ['16x231'] },
      thread: { ...bonded(400), diameterMm: 0.9 },
    });
    expect(answer.refusals).toEqual([{ reason: 'thread-will-not-pass', systemId: '16x231', largestNm: 140 }]);
  });

  it('counts a system once under two designations', () => {
    const once = ask({ machine: { ...compound, systemIds: ['135x17'] } }).ranked.length;
    expect(ask({ machine: { ...compound, systemIds: ['135x17', 'DPx17'] } }).ranked.length).toBe(once);
  });

  it('never offers a needle that the thread will not pass, the clamp will not take or the plate will not clear', () => {
    const anyStack = fc
      .array(
        fc.record({
          materialId: fc.constantFrom(...MATERIALS.map((m) => m.id)),
          thicknessMm: fc.double({ min: 0.1, max: 12, noNaN: true }),
          plies: fc.integer({ min: 1, max: 6 }),
        }),
        { minLength: 1, maxLength: 5 },
      )
      .map(stackOf);
    fc.assert(
      fc.property(
        anyStack,
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        fc.constantFrom('round' as const, 'flat' as const),
        (stack, diameterMm, plateHoleMm, shank) => {
          const machine = { systemIds: NEEDLE_SYSTEMS.map((s) => s.id), shank, plateHoleMm };
          const { ranked } = ask({ stack, thread: { ...bonded(135), diameterMm }, machine });
          return ranked.every(
            (c) =>
              c.fit.band !== 'will-not-pass' &&
              c.plate.verdict !== 'will-not-clear' &&
              c.system.shank === shank &&
              Number.isFinite(c.cost),
          );
        },
      ),
      { numRuns: 200 },
    );
  });

  it('gives coded reasons with a signal and a grade each', () => {
    const { stack, thread, stitchLengthMm } = benchQuestion();
    const reasons = matchReasons(ask().ranked[0]!, {
      stack,
      stitchLengthMm,
      thread,
      threadStanding: 'fitted',
    });
    expect(reasons.map((r) => `${r.code} ${r.signal} ${r.standing}`)).toEqual([
      'eye good fitted',
      'strength good fitted',
      'point good practice',
      'layer good practice',
      'layer watch practice',
      'land good assumption',
      'edge watch assumption',
      'plate good assumption',
      'finish good practice',
    ]);
    const layers = reasons.filter((reason) => reason.code === 'layer');
    expect(layers.map(({ materialName, effect }) => [materialName, effect])).toEqual([
      ['Vegetable-tanned side', 'cuts-leather'],
      ['No. 10 cotton duck', 'cuts-yarns'],
    ]);
  });

  it('marks what to watch and what not to use', () => {
    const { stack, thread, stitchLengthMm } = benchQuestion();
    const [best] = ask().ranked;
    const signals = (change: object) =>
      new Map(
        matchReasons(
          { ...best!, ...change },
          { stack, stitchLengthMm, thread, threadStanding: 'fitted' },
        ).map(({ code, signal }) => [code, signal] as const),
      );
    const eye = (band: string, withinSchool = true) =>
      signals({ fit: { ...best!.fit, band }, withinSchool }).get('eye');
    expect([eye('stressed'), eye('will-not-pass'), eye('too-loose'), eye(best!.fit.band, false)]).toEqual([
      'act',
      'act',
      'watch',
      'watch',
    ]);
    const point = (suitability: number) =>
      signals({ pointAdvice: { ...best!.pointAdvice, suitability } }).get('point');
    expect([point(1), point(0.5), point(0)]).toEqual(['good', 'watch', 'act']);
    const plate = (verdict: string) => signals({ plate: { ...best!.plate, verdict } }).get('plate');
    expect([plate('good'), plate('swallows-thin-work'), plate('tight')]).toEqual(['good', 'watch', 'watch']);
    expect(signals({ strength: { fromMm: 2, toMm: stack.thicknessMm - 0.1 } }).get('strength')).toBe('watch');
    const hole = { ...best!.hole, shortestStitchMm: stitchLengthMm + 0.1 };
    expect(signals({ hole }).get('land')).toBe('watch');
  });

  // Common practice: non-stick needles for what melts or clings, hard-coated ones for what rubs.
  it('picks the finish by what sticks and what abrades', () => {
    const finish = (materialId: string) =>
      ask({ stack: stackOf([{ materialId, thicknessMm: 1.5, plies: 2 }]) }).ranked[0]?.finish.id;
    expect(finish('chrome-upholstery')).toBe('chromed');
    expect(finish('veg-tan-side')).toBe('hard-coated');
    expect(finish('rawhide')).toBe('hard-coated');
    expect(finish('coated-sheet-18')).toBe('non-stick');
  });

  it("respects the machine's limits", () => {
    const limited = (more: object) => ask({ machine: { ...compound, ...more } });
    expect(limited({ threadTex: { least: null, most: 90 } }).refusals).toEqual([
      { reason: 'thread-limit', tex: 135, limits: { least: null, most: 90 } },
    ]);
    const finer = limited({ needleNm: { least: null, most: 130 } });
    expect(finer.ranked.every(({ size }) => size.nm <= 130)).toBeTrue();
    expect(finer.ranked[0]?.size.nm).toBe(130);
    expect(limited({ needleNm: { least: 230, most: null } }).refusals[0]?.reason).toBe('needle-limit');
  });

  it('refuses thread that must not be used on a machine', () => {
    for (const constructionId of ['waxed-hand', 'old-cotton']) {
      const { ranked, refusals } = ask({ thread: threadOnBench(constructionId, 135) });
      expect([ranked.length, refusals[0]?.reason]).toEqual([0, 'thread-unfit']);
    }
  });

  it("uses the shop's values", () => {
    const own = (valueId: string, value: number) =>
      ask({ values: withShopValues([{ valueId, value, standing: 'chosen', source: 'shop' }]) });
    expect(own('school.free', 0.34).ranked[0]?.size.nm).toBe(125);
    expect(own('point.diamond.medium-leather', 1).ranked[0]?.cost).toBeLessThanOrEqual(ask().ranked[0]!.cost);
    expect(own('weight.point', 0).ranked[0]?.parts.point).toBe(0);
  });
});

describe('schools', () => {
  const leather = (thicknessMm: number, materialId = 'chrome-upholstery') =>
    stackOf([{ materialId, thicknessMm, plies: 1 }]);
  const thinDuck = stackOf([{ materialId: 'duck-10', thicknessMm: 0.7, plies: 2 }]);
  const sheeting = stackOf([{ materialId: 'coated-sheet-18', thicknessMm: 0.6, plies: 2 }]);

  it('run from medium on thin leather and cloth to loose on thick or abrasive work if the work decides', () => {
    expect(schoolLimit('by-work', thinDuck)).toBe(0.34);
    expect(schoolLimit('by-work', leather(1.5))).toBe(0.34);
    expect(schoolLimit('by-work', leather(2.25))).toBeCloseTo((0.34 + 0.3036) / 2, 12);
    for (const stack of [leather(3), sheeting, leather(1, 'veg-tan-side')]) {
      expect(schoolLimit('by-work', stack)).toBe(0.3036);
    }
  });

  it('allow more on a thin stack, but never a thread that counts as too thick', () => {
    expect(schoolLimit('middle', thinDuck)).toBeCloseTo(0.37, 12);
    expect(schoolLimit('middle', leather(2.25))).toBeCloseTo(0.355, 12);
    expect(schoolLimit('snug', thinDuck)).toBe(0.38);
  });

  it('allow less on an abrasive one, never less than the loose-eye school', () => {
    expect(schoolLimit('middle', hideAndDuck)).toBeCloseTo(0.32, 12);
    expect(schoolLimit('free', hideAndDuck)).toBe(0.3036);
  });
});

describe('strength guide', () => {
  // Common practice: NM 110 for about 3 mm of leather; NM 140 for about 6 to 10 mm.
  it('starts at 3 mm for NM 110, and is about 6 to 10 mm for NM 140', () => {
    expect(strengthGuide(110).fromMm).toBeCloseTo(3, 12);
    expect(strengthGuide(140).fromMm).toBeCloseTo(6.2, 1);
    expect(strengthGuide(140).toMm).toBeCloseTo(10, 1);
  });
});

describe('the plate hole', () => {
  const hole = (plateMm: number, feedDogMm: number | null = null) => ({ plateMm, feedDogMm });
  const canvas = (plies: number) => stackOf([{ materialId: 'acrylic-canvas', thicknessMm: 0.5, plies }]);

  it('clears, grips or pulls the work in by the gap beside the blade', () => {
    expect(plateFit(hole(2.8), 140, hideAndDuck).verdict).toBe('good');
    expect(plateFit(hole(2.0), 160, hideAndDuck).verdict).toBe('tight');
    expect(plateFit(hole(2.0), 180, hideAndDuck).verdict).toBe('will-not-clear');
    expect(plateFit(hole(2.8), 90, hideAndDuck).verdict).toBe('big');
    expect(plateFit(hole(2.8), 90, canvas(2)).verdict).toBe('swallows-thin-work');
    expect(plateFit(hole(2.8), 90, canvas(6)).verdict).toBe('big');
  });

  it('uses the wider of plate and feed dog for thin work and the narrower for the blade', () => {
    expect(plateFit(hole(1.8), 90, canvas(2)).verdict).toBe('good');
    expect(plateFit(hole(1.8, 2.8), 90, canvas(2)).verdict).toBe('swallows-thin-work');
    expect(plateFit(hole(2.8, 1.6), 140, hideAndDuck).verdict).toBe('will-not-clear');
  });

  it("counts the feed dog's hole only if the needle goes through it", () => {
    const plates = [{ holeMm: 1.8, feedDogHoleMm: 2.8 }];
    const machine = { ...compound, plateHoleMm: 1.8, plates };
    expect(needleHoles({ ...machine, feed: 'drop' }).feedDogMm).toBeNull();
    expect(needleHoles({ ...machine, feed: 'compound' }).feedDogMm).toBe(2.8);
  });
});

describe('the hole in the seam', () => {
  // Assumed ellipse 1.1 by 0.35 blades: at NM 140 and 45 degrees, c = sqrt(1.089² + 0.346²) = 1.143, worked by hand.
  it('leaves the material worked out by hand', () => {
    const hole = seamHole(140, 45, 4, 0.42);
    expect(hole.alongSeamMm).toBeCloseTo(1.143, 3);
    expect(hole.landMm).toBeCloseTo(2.857, 3);
    expect(hole.shortestStitchMm).toBeCloseTo(2.286, 3);
  });

  // Common practice: lengthwise cuts leave the weakest material between holes, crosswise the strongest.
  it('leaves least material lengthwise and most crosswise', () => {
    const land = (id: string) => seamHole(140, pointStyle(id)!.cutAngleDeg, 4, 0.42).landMm;
    expect(land('lengthwise')).toBeLessThan(land('right-twist'));
    expect(land('right-twist')).toBeLessThan(land('crosswise'));
    expect(land('right-twist')).toBeCloseTo(land('left-twist'), 12);
  });
});

describe('edge distance', () => {
  // Assumptions: two holes across the seam, three threads, or 6 mm where yarns are cut.
  it('is the largest of hole, thread and cut cloth', () => {
    const hole = seamHole(140, 45, 4, 0.42);
    expect(edgeDistanceMm(hole, 0.42, false)).toBeCloseTo(2 * hole.acrossSeamMm, 12);
    expect(edgeDistanceMm(hole, 1, false)).toBeCloseTo(3, 12);
    expect(edgeDistanceMm(hole, 0.42, true)).toBe(6);
  });
});

describe('points on a stack', () => {
  it('says once per material that a cutting point cuts yarns', () => {
    const advice = pointForStack(pointStyle('right-twist')!, hideAndDuck, schools());
    expect(advice.layers.filter(({ effect }) => effect === 'cuts-yarns').length).toBe(1);
    expect(advice.cutsCloth).toBeTrue();
    expect(
      pointForStack(pointStyle('round')!, hideAndDuck, schools({ leatherPoint: 'round' })).cutsCloth,
    ).toBeFalse();
  });

  it('stays between 0 and 1 for every point on every material', () => {
    for (const { id } of MATERIALS) {
      const stack = stackOf([{ materialId: id, thicknessMm: 1, plies: 1 }]);
      for (const point of POINT_STYLES) {
        for (const leatherPoint of ['cutting', 'round'] as const) {
          const { suitability } = pointForStack(point, stack, schools({ leatherPoint }));
          expect(suitability > 0 && suitability <= 1)
            .withContext(`${point.id} in ${id}`)
            .toBeTrue();
        }
      }
    }
  });
});
