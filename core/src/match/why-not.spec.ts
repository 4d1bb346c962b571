import fc from 'fast-check';
import {
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  needleSystem,
  POINT_STYLES,
} from '../needle/index.js';
import { ask, benchQuestion, COMPOUND, schools } from '../testing/bench-examples.js';
import {
  nameOfNeedle,
  nearestAlternatives,
  refusalsOf,
  rankNeedles,
  refuseOnMachine,
  threadOnBench,
  whyNot,
  plateRemedy,
  type MachineOnBench,
  type NeedleName,
  type ShopMachine,
} from './index.js';
import { stackOf } from '../material/index.js';
import { withShopValues } from '../reference/index.js';
import type { SeamLook } from '../needle/index.js';

const BEST: NeedleName = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'hard-coated' };
const reasons = (change: Partial<NeedleName>) =>
  refusalsOf(benchQuestion(), { ...BEST, ...change }).map(({ reason }) => reason);

describe('why not this needle', () => {
  it('says that the best is the best', () => {
    expect(nameOfNeedle(ask().ranked[0]!)).toEqual(BEST);
    expect(whyNot(benchQuestion(), BEST)).toEqual({ verdict: 'best' });
  });

  it('names what a worse one loses by, worst first', () => {
    const smaller = whyNot(benchQuestion(), { ...BEST, nm: 100 });
    if (smaller.verdict !== 'worse') throw new Error(smaller.verdict);
    expect(smaller.worse.map(({ part }) => part)).toEqual(['eye', 'plate', 'strength']);
    const ball = whyNot(benchQuestion(), { ...BEST, systemId: '135x17', pointId: 'medium-ball' });
    expect(ball.verdict === 'worse' && ball.worse[0]?.part).toBe('point');
  });

  it('names everything that rules a needle out', () => {
    expect(reasons({ systemId: '130/705 H', nm: 100 })).toEqual(['shank']);
    expect(reasons({ systemId: '794', nm: 180 })).toEqual(['other-clamp']);
    expect(reasons({ systemId: '135x17' })).toEqual(['point-not-made']);
    expect(reasons({ nm: 60 })).toEqual(['size-not-made', 'eye-too-small']);
    expect(reasons({ nm: 250 })).toEqual(['size-not-made', 'blade-too-thick']);
    expect(reasons({ systemId: '999x9' })).toEqual(['unknown-system']);
  });

  it('says that a thread that only passes by force will fray', () => {
    const question = benchQuestion({ thread: threadOnBench('bonded-nylon', 240) });
    const forced = refusalsOf(question, { ...BEST, nm: 110 });
    expect(forced).toEqual([{ reason: 'eye-too-small', nm: 110, canBeForced: true }]);
    expect(refusalsOf(question, { ...BEST, nm: 90 })).toEqual([
      { reason: 'eye-too-small', nm: 90, canBeForced: false },
    ]);
  });

  it("respects the machine's limits", () => {
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

  it('gives no answer for a needle that the catalogue does not know', () => {
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

  it('are another size, another point and the other family, each with the one thing it is worse at', () => {
    expect(found.length).toBe(3);
    expect(found.some(({ needle }) => needle.size.nm !== 140)).toBeTrue();
    expect(found.some(({ needle }) => needle.point.id === 'left-twist')).toBeTrue();
    expect(found.find(({ needle }) => needle.point.family === 'cloth')?.worseIn).toBe('point');
    expect(found.every(({ worseIn }) => worseIn !== null)).toBeTrue();
  });
});

describe('a needle in hand, before any work is given', () => {
  const reasonsOn = (systemId: string, nm: number | null, machine = COMPOUND as MachineOnBench) =>
    refuseOnMachine(needleSystem(systemId)!, nm, machine);
  const harness = { systemIds: ['794'], shank: 'round', plateHoleMm: 4 } as const;

  it('fits, or is refused with what the machine takes', () => {
    expect(reasonsOn('135x16', 140)).toEqual([]);
    expect(reasonsOn('135x16', 140, harness)).toEqual([
      { reason: 'other-clamp', systemId: '135x16', takes: ['794'] },
    ]);
    expect(reasonsOn('130/705 H', null).map(({ reason }) => reason)).toEqual(['shank']);
    expect(reasonsOn('135x16', 180, { ...COMPOUND, plateHoleMm: 2 }).map(({ reason }) => reason)).toEqual([
      'blade-too-thick',
    ]);
  });

  it('fits a flat clamp with a long eye too, and takes thicker thread there', () => {
    const flat = { systemIds: ['130/705 H'], shank: 'flat', plateHoleMm: 2 } as const;
    expect(reasonsOn('130/705 H-N', 100, flat)).toEqual([]);
    const question = benchQuestion({
      machine: flat,
      stack: stackOf([{ materialId: 'denim', thicknessMm: 0.9, plies: 2 }]),
      schools: schools({ size: 'middle' }),
      thread: threadOnBench('bonded-nylon', 90),
    });
    const name = { nm: 90, pointId: 'round', finishId: 'chromed' };
    const ratio = (systemId: string) => {
      const verdict = whyNot(question, { ...name, systemId });
      return verdict.verdict === 'worse' ? verdict.needle.fit.ratio : NaN;
    };
    // Assumed: a long eye takes the thread of a blade 1.25 times as thick.
    expect(ratio('130/705 H') / ratio('130/705 H-N')).toBeCloseTo(1.25, 12);
    expect(ask({ ...question }).ranked.some(({ system }) => system.longEyeOf !== null)).toBeFalse();
  });

  it('respects the sizes a shop can get a system in', () => {
    const flat = { systemIds: ['130/705 H'], shank: 'flat', plateHoleMm: 4 } as const;
    const wider = withShopValues([
      { valueId: 'system.130/705 H.largest', value: 160, standing: 'measured', source: 'in the drawer' },
    ]);
    expect(reasonsOn('130/705 H', 140, flat)).toEqual([]);
    expect(reasonsOn('130/705 H', 160, flat).map(({ reason }) => reason)).toEqual(['size-not-made']);
    expect(refuseOnMachine(needleSystem('130/705 H')!, 160, flat, wider)).toEqual([]);
  });
});

describe('the look of the seam', () => {
  const chosen = (look: SeamLook | null) => ask({ look }).ranked[0]!;

  // Common practice: lengthwise points sink the stitch, crosswise ones leave the strongest land, twist points slant it.
  it('chooses the point that gives it', () => {
    expect(chosen(null).point.id).toBe('right-twist');
    expect(chosen('slanted').point.id).toBe('right-twist');
    expect(chosen('sunk').point.id).toBe('lengthwise');
    expect(chosen('strongest-land').point.id).toBe('crosswise');
    expect(chosen('straight').point.gives).toContain('straight');
    expect(chosen('sunk').size).toBe(chosen(null).size);
  });

  it('is reported as missed if no usable point gives it', () => {
    const duck = stackOf([{ materialId: 'duck-10', thicknessMm: 0.8, plies: 2 }]);
    const best = ask({ look: 'slanted', stack: duck }).ranked[0]!;
    expect([best.point.id, best.missesLook]).toEqual(['round', true]);
  });
});

describe('work over a hole that would pull it in', () => {
  const denim = stackOf([{ materialId: 'denim', thicknessMm: 1.2, plies: 1 }]);
  const machine = {
    ...COMPOUND,
    feed: 'compound',
    plates: [
      { holeMm: 2.8, feedDogHoleMm: 2.8 },
      { holeMm: 1.8, feedDogHoleMm: 1.8 },
    ],
  };
  const question = benchQuestion({ machine, stack: denim, thread: threadOnBench('bonded-nylon', 40) });
  const other = (id: string, plateHoleMm: number): ShopMachine => ({
    ...COMPOUND,
    id,
    plateHoleMm,
    plateHolesMm: [plateHoleMm],
    present: null,
    travelTurns: null,
    preTensionWraps: 0,
    dialMark: () => null,
  });

  it('is sent to a smaller plate, or to the machine that has one', () => {
    const remedy = plateRemedy(question, ask(question).ranked[0]!, 'own', [
      other('big', 2.8),
      other('small', 1.6),
      other('own', 1.6),
      other('smaller', 1.5),
    ]);
    expect(remedy).toEqual({ plateHoleMm: 1.8, machineIds: ['smaller', 'small'] });
  });

  it('needs nothing where the hole is right', () => {
    const thick = benchQuestion({ machine });
    expect(plateRemedy(thick, ask(thick).ranked[0]!, 'own', [])).toBeNull();
  });
});
