import fc from 'fast-check';
import { MATERIALS, stackOf, type Layer } from '../material/index.js';
import { NEEDLE_SIZES, NEEDLE_SYSTEMS, POINT_STYLES } from '../needle/index.js';
import { SHIPPED_VALUES } from '../reference/index.js';
import { THREAD_CONSTRUCTIONS } from '../thread/index.js';
import { ask, schools } from '../testing/bench-examples.js';
import { DEMO_CLAMPS } from '../testing/demo-clamps.js';
import {
  bestNeedle,
  matchReasons,
  threadOnBench,
  type MachineOnBench,
  type NeedleCandidate,
  type NeedleQuestion,
  type Schools,
} from './index.js';
import { pointForStack, pointIsWrong } from './point-for-stack.js';

const SCHOOLS: readonly Schools[] = (['by-work', 'free', 'middle', 'snug'] as const).flatMap((size) =>
  (['cutting', 'round'] as const).flatMap((leatherPoint) =>
    (['small-cut', 'cutting'] as const).map((coatedPoint) => ({ size, leatherPoint, coatedPoint })),
  ),
);
const EVERY_SYSTEM: readonly MachineOnBench[] = (['round', 'flat'] as const).map((shank) => ({
  systemIds: NEEDLE_SYSTEMS.filter((system) => system.shank === shank && system.longEyeOf === null).map(
    ({ id }) => id,
  ),
  shank,
  plateHoleMm: 4,
}));
const MACHINES: readonly MachineOnBench[] = [...DEMO_CLAMPS, ...EVERY_SYSTEM];
const CONSTRUCTIONS = THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null);

const anyLayer = fc.record({
  materialId: fc.constantFrom(...MATERIALS.map(({ id }) => id)),
  thicknessMm: fc.double({ min: 0.2, max: 6, noNaN: true }),
  plies: fc.integer({ min: 1, max: 3 }),
});
const anyQuestion = fc.record({
  machine: fc.constantFrom(...MACHINES),
  layers: fc.array(anyLayer, { minLength: 1, maxLength: 3 }),
  constructionId: fc.constantFrom(...CONSTRUCTIONS.map(({ id }) => id)),
  tex: fc.double({ min: 15, max: 450, noNaN: true }),
  schools: fc.constantFrom(...SCHOOLS),
});
type Drawn = typeof anyQuestion extends fc.Arbitrary<infer T> ? T : never;

const questionOf = ({ machine, layers, constructionId, tex, schools: followed }: Drawn): NeedleQuestion => ({
  machine,
  stack: stackOf(layers),
  thread: threadOnBench(constructionId, tex),
  stitchLengthMm: 4,
  schools: followed,
});
const first = (drawn: Drawn): NeedleCandidate | null => bestNeedle(questionOf(drawn));
const place = (needle: NeedleCandidate | null): number | null =>
  needle && NEEDLE_SIZES.findIndex(({ nm }) => nm === needle.size.nm);
const signals = (needle: NeedleCandidate, question: NeedleQuestion): readonly string[] =>
  matchReasons(needle, { ...question, threadStanding: 'fitted' }).map(({ signal }) => signal);

/** Whether the same points may be used on both. */
const samePoints = (one: Drawn, other: Drawn): boolean => {
  const usable = ({ layers, schools: followed }: Drawn): string =>
    POINT_STYLES.map((point) =>
      pointIsWrong(pointForStack(point, stackOf(layers), followed), SHIPPED_VALUES),
    ).join();
  return usable(one) === usable(other);
};

/** The same stack with one layer thicker. */
const thicker = (layers: readonly Layer[], byMm: number): readonly Layer[] =>
  layers.map((layer, i) =>
    i === 0 ? { ...layer, thicknessMm: layer.thicknessMm + byMm / layer.plies } : layer,
  );

describe('the size of the answer', () => {
  it('is never smaller for a thicker thread', () => {
    fc.assert(
      fc.property(anyQuestion, fc.double({ min: 0, max: 200, noNaN: true }), (drawn, more) => {
        const [thin, thick] = [first(drawn), first({ ...drawn, tex: drawn.tex + more })];
        return thin === null || thick === null || thick.act || thick.size.nm >= thin.size.nm;
      }),
      { numRuns: 4000 },
    );
  });

  it('is never smaller for the same stack made thicker', () => {
    fc.assert(
      fc.property(anyQuestion, fc.double({ min: 1, max: 5, noNaN: true }), (drawn, times) => {
        const thickened = drawn.layers.map((one) => ({ ...one, thicknessMm: one.thicknessMm * times }));
        const [thin, thick] = [first(drawn), first({ ...drawn, layers: thickened })];
        return thin === null || thick === null || thick.size.nm >= thin.size.nm;
      }),
      { numRuns: 4000 },
    );
  });

  // A thicker layer of cloth can turn leather work into mixed work, and then a system with finer needles may be
  // allowed: that is another question, so these two ask while the same points may be used.
  it('is never smaller with one more layer of the same work', () => {
    fc.assert(
      fc.property(anyQuestion, fc.double({ min: 0, max: 8, noNaN: true }), (drawn, more) => {
        const added = { ...drawn, layers: [...thicker(drawn.layers, more)] };
        const [thin, thick] = [first(drawn), first(added)];
        if (thin === null || thick === null || !samePoints(drawn, added)) return true;
        return thick.size.nm >= thin.size.nm;
      }),
      { numRuns: 4000 },
    );
  });

  it('moves by at most one size for a tenth of a millimetre of the same work', () => {
    fc.assert(
      fc.property(anyQuestion, (drawn) => {
        const added = { ...drawn, layers: [...thicker(drawn.layers, 0.1)] };
        const [from, to] = [place(first(drawn)), place(first(added))];
        return from === null || to === null || !samePoints(drawn, added) || Math.abs(to - from) <= 1;
      }),
      { numRuns: 4000 },
    );
  });

  it('is nothing that needs action while something else would do', () => {
    fc.assert(
      fc.property(anyQuestion, (drawn) => {
        const question = questionOf(drawn);
        const { ranked } = ask(question);
        const marked = ranked.map((needle) => signals(needle, question).includes('act'));
        return marked.every((act, i) => act === ranked[i]!.act && (!act || marked.slice(i).every(Boolean)));
      }),
      { numRuns: 300 },
    );
  });

  it('does not depend on the plate hole, unless the blade does not clear it', () => {
    fc.assert(
      fc.property(anyQuestion, fc.double({ min: 3.2, max: 8, noNaN: true }), (drawn, plateHoleMm) => {
        const wide = { ...drawn, machine: { ...drawn.machine, plateHoleMm: 3.2, plates: [] } };
        const wider = { ...drawn, machine: { ...drawn.machine, plateHoleMm, plates: [] } };
        return first(wide)?.size.nm === first(wider)?.size.nm;
      }),
      { numRuns: 1000 },
    );
  });
});

describe('answers of common practice', () => {
  const compound = { systemIds: ['135x17', '135x16'], shank: 'round', plateHoleMm: 2.8 } as const;
  const answer = (tex: number, layers: readonly Layer[], change: Partial<NeedleQuestion> = {}) => {
    const question: NeedleQuestion = {
      machine: compound,
      stack: stackOf(layers),
      thread: threadOnBench('bonded-nylon', tex),
      stitchLengthMm: 3,
      schools: schools({ size: 'by-work' }),
      ...change,
    };
    const [best] = ask(question).ranked;
    return { best: best!, reasons: matchReasons(best!, { ...question, threadStanding: 'fitted' }) };
  };

  it('put Tex 40 in 1.2 mm of denim on NM 100, whatever thread it is, and watch the large hole', () => {
    for (const constructionId of ['bonded-nylon', 'bonded-polyester', 'core-spun', 'spun-polyester']) {
      const { best, reasons } = answer(40, [{ materialId: 'denim', thicknessMm: 1.2, plies: 1 }], {
        thread: threadOnBench(constructionId, 40),
      });
      expect([best.size.nm, best.size.number, best.point.id])
        .withContext(constructionId)
        .toEqual([100, 16, 'round']);
      const plate = reasons.find(({ code }) => code === 'plate');
      expect(plate).toEqual(jasmine.objectContaining({ signal: 'watch', verdict: 'swallows-thin-work' }));
    }
  });

  it('put Tex 90 in two plies of garment leather on NM 110 to 120, and never on 90', () => {
    const garment = [{ materialId: 'garment-leather', thicknessMm: 0.8, plies: 2 }];
    for (const size of ['by-work', 'free'] as const) {
      const { best } = answer(90, garment, { schools: schools({ size }) });
      expect(best.size.nm).withContext(size).toBeGreaterThanOrEqual(110);
      expect(best.size.nm).withContext(size).toBeLessThanOrEqual(120);
      expect(best.act).toBeFalse();
    }
    expect(answer(90, garment, { schools: schools({ size: 'snug' }) }).best.size.nm).toBeGreaterThan(90);
  });

  it('put Tex 135 in 6 to 10 mm of vegetable-tanned leather on NM 140', () => {
    for (const thicknessMm of [6, 8, 10]) {
      const { best, reasons } = answer(135, [{ materialId: 'veg-tan-side', thicknessMm, plies: 1 }]);
      expect(best.size.nm).withContext(`${thicknessMm} mm`).toBe(140);
      expect(reasons.find(({ code }) => code === 'strength')?.signal).toBe('good');
    }
  });

  it('show that ticket 40 on NM 120 could go thinner', () => {
    const stack = [{ materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 }];
    const machine = { ...compound, needleNm: { least: 120, most: null } };
    const only120 = answer(70, stack, { machine }).reasons.find(({ code }) => code === 'eye');
    expect(only120).toEqual(jasmine.objectContaining({ couldGoThinner: false }));
    const needle = ask({ stack: stackOf(stack), thread: threadOnBench('bonded-nylon', 70) }).ranked.find(
      ({ size }) => size.nm === 120,
    )!;
    expect(needle.couldGoThinner).toBeTrue();
  });

  it('mention the other practice beside ours', () => {
    const twelveOz = [{ materialId: 'harness', thicknessMm: 4.6, plies: 1 }];
    const { reasons } = answer(210, twelveOz);
    expect(reasons.find(({ code }) => code === 'other-practice')).toEqual(
      jasmine.objectContaining({ practice: 'size-207-on-140', nm: 140, standing: 'practice' }),
    );
    const plies = [{ materialId: 'webbing-polyester', thicknessMm: 2.5, plies: 2 }];
    expect(answer(240, plies).reasons.find(({ code }) => code === 'other-practice')).toEqual(
      jasmine.objectContaining({ practice: 'ticket-12-on-130' }),
    );
    expect(answer(135, twelveOz).reasons.some(({ code }) => code === 'other-practice')).toBeFalse();
  });
});
