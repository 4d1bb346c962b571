import fc from 'fast-check';
import { followFault, hiddenFault, type FaultPolicy } from '../testing/fault-simulation.js';
import {
  CAUSES,
  EVIDENCE,
  evidenceById,
  FAULT_CHECKS,
  faultCheck,
  FIXED_ORDER,
  learnShares,
  likeliest,
  nextChecks,
  NONE_OF_THESE,
  replayFault,
  seenCase,
  symptom,
  SYMPTOMS,
  type FaultBelief,
  type FaultCase,
  type FaultFinding,
} from './index.js';

/** Yes-or-no questions that count as no unless answered. */
const ASKED = EVIDENCE.filter(({ options }) => options[0] === 'no').map(({ id }) => id);
const known = (said: Readonly<Record<string, string>> = {}) => ({
  ...Object.fromEntries(ASKED.map((id) => [id, 0])),
  ...Object.fromEntries(
    Object.entries(said).map(([id, option]) => [id, evidenceById(id)!.options.indexOf(option)]),
  ),
});
const fault = (
  symptomId: string,
  said: Readonly<Record<string, string>> = {},
  findings: readonly FaultFinding[] = [],
): FaultCase => ({ symptomId, evidence: known(said), findings });
const first = (count: number, one: FaultCase): readonly string[] =>
  nextChecks(one)
    .steps.slice(0, count)
    .map(({ id }) => id);
const swapped = (checkId: string, ...seams: boolean[]): FaultFinding => ({ did: 'swap', checkId, seams });
const clean = (checkId: string): FaultFinding => ({ did: 'look', checkId, found: null });
const KNOBS = ['topKnob', 'bobScrew', 'easeBoth'];

describe('the tables of faults', () => {
  it('name only existing ids, with valid probabilities', () => {
    const ids = new Set(CAUSES.map(({ id }) => id));
    const chances = [
      ...SYMPTOMS.map(({ weights }) => weights),
      ...FAULT_CHECKS.flatMap((check) =>
        check.kind === 'look' ? [check.finds] : check.kind === 'swap' ? [check.mends] : [],
      ),
    ];
    for (const table of chances)
      for (const [id, chance] of Object.entries(table))
        expect([ids.has(id), chance >= 0 && chance <= 1])
          .withContext(id)
          .toEqual([true, true]);
    for (const { base, given, options } of EVIDENCE)
      for (const row of [base, ...Object.values(given)]) {
        expect(row.length).toBe(options.length);
        expect(row.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
      }
    for (const check of FAULT_CHECKS)
      if (check.kind === 'probe')
        for (const row of [check.base, ...Object.values(check.given)])
          expect(row.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
    for (const { id, weights } of SYMPTOMS)
      expect(Object.values(weights).reduce((sum, one) => sum + one, 0))
        .withContext(id)
        .toBeCloseTo(1, 2);
    for (const id of FIXED_ORDER) expect(faultCheck(id)).withContext(id).toBeDefined();
  });
});

// Common practice, each of them: nine of ten skips are the needle, threading before tension for a nest, and so on.
describe('the first checks', () => {
  it('for skips is the needle, then its system, size and point, and never a knob', () => {
    expect(first(1, fault('skips', { hours: '8 to 16' }))).toEqual(['newNeedle']);
    const after = fault('skips', { hours: '8 to 16' }, [swapped('newNeedle', false)]);
    expect(first(1, after)).toEqual(['needleRead']);
    for (const id of [...KNOBS, 'timing']) expect(first(5, after)).not.toContain(id);
  });

  it('right after a needle change is its seat, then its system, and not another new one', () => {
    const just = { needleJust: 'yes', hours: 'under 2' };
    expect(first(1, fault('skips', just))).toEqual(['seatLook']);
    expect(first(2, fault('skips', just, [clean('seatLook')]))).toContain('needleRead');
    for (const id of ['newNeedle', ...KNOBS]) expect(first(3, fault('skips', just))).not.toContain(id);
  });

  it('after something thick, with loops missed at a hand turn, is seat and system, then timing and gap', () => {
    const thick = fault('skips', { thick: 'yes' }, [
      swapped('newNeedle', false),
      { did: 'probe', checkId: 'pickUp', outcome: 1 },
    ]);
    expect(first(4, thick)).toEqual(['seatLook', 'needleRead', 'timing', 'gap']);
  });

  it('for shreds after a strike is the hook, then the needle hole', () => {
    for (const feed of ['compound', 'drop']) {
      const struck = fault('shreds', { strike: 'yes', feed }, [swapped('newNeedle', false)]);
      expect(first(3, struck)).toEqual(['snap', 'hookFeel', 'holeFeel']);
    }
    expect(first(1, fault('shreds', { strike: 'yes' }))).toEqual(['newNeedle']);
  });

  it('for shreds of a thicker new thread is the size of the needle, the spool and the slide test', () => {
    const three = first(4, fault('shreds', { newThread: 'yes', fit: 'stressed' }));
    for (const id of ['needleRead', 'slide', 'snap']) expect(three).toContain(id);
    expect(three).not.toContain('hookFeel');
  });

  it('for shreds of a lot not used before is another lot, and its eye', () => {
    const unused = fault('shreds', { newNeedles: 'yes', needleJust: 'yes', hours: 'under 2' });
    expect(first(2, unused)).toEqual(['otherLot', 'slide']);
    expect(first(3, unused)).not.toContain('newNeedle');
  });

  it('for a nest is the threading with the foot up, the tails, or the case', () => {
    expect(first(2, fault('nest', { newThread: 'yes' }))).toContain('rethread');
    expect(first(2, fault('nest', { atStart: 'yes' }))).toContain('tails');
    expect(first(3, fault('nest', { bobbinJust: 'yes' }))).toContain('reseat');
    expect(first(5, fault('nest', { newThread: 'yes' }))).not.toContain('topKnob');
  });

  it('for bobbin thread on top is the pull by hand and lint, and the drop test before a knob', () => {
    const overdue = first(4, fault('loopsTop', { serviceDue: 'yes' }));
    expect(overdue.slice(0, 2)).toEqual(['pull', 'reseat']);
    expect(overdue).toContain('drop');
    const changed = first(3, fault('loopsTop', { changeover: 'yes' }));
    expect(changed.indexOf('drop')).toBeLessThan(changed.indexOf('topKnob'));
  });

  it('for needles that break again is a turn by hand, then system and gap', () => {
    const six = first(6, fault('ndlBreaks', { thick: 'yes' }));
    expect(six[0]).toBe('handTurn');
    for (const id of ['needleRead', 'gap']) expect(six).toContain(id);
    expect(six).not.toContain('newNeedle');
  });

  it('for work that does not feed is foot, dog and stitch length; for thin work over a large hole, backing', () => {
    expect(first(3, fault('noFeed'))).toEqual(['footSet', 'dogLook', 'stitchSet']);
    expect(first(2, fault('pucker', { gapHole: 'yes' }))).toContain('backing');
  });
});

describe('the belief about a fault', () => {
  const anyFinding = fc.oneof(
    fc.constantFrom(...FAULT_CHECKS).chain((check): fc.Arbitrary<FaultFinding> => {
      if (check.kind === 'look')
        return fc.constantFrom(null, ...Object.keys(check.finds)).map((found) => ({
          ...{ did: 'look' as const, checkId: check.id, found },
        }));
      if (check.kind === 'probe')
        return fc
          .nat(check.outcomes.length - 1)
          .map((outcome) => ({ did: 'probe', checkId: check.id, outcome }));
      return fc
        .array(fc.boolean(), { maxLength: 3 })
        .map((seams) => ({ did: 'swap' as const, checkId: check.id, seams }));
    }),
  );
  const anyFault = fc.record({
    symptomId: fc.constantFrom(...SYMPTOMS.map(({ id }) => id)),
    evidence: fc
      .constantFrom(...EVIDENCE)
      .chain(({ id, options }) => fc.nat(options.length - 1).map((i) => ({ [id]: i }))),
    findings: fc.array(anyFinding, { maxLength: 12 }),
  });
  const sumOf = (one: FaultCase): number => {
    const { there, mended, pairs } = replayFault(one).belief;
    return [...Object.values(there), ...Object.values(mended), ...pairs.map(shareOf)].reduce(
      (sum, share) => sum + share,
      0,
    );
  };

  it('sums to one, whatever was found, and always ends', () => {
    fc.assert(
      fc.property(anyFault, (one) => {
        const { steps, state } = nextChecks(one);
        const nothing = steps.some((step) => step.chance === 0 && faultCheck(step.id)?.kind !== 'probe');
        return (
          Math.abs(sumOf(one) - 1) < 1e-9 &&
          (state.solved || steps.some((step) => step.do === 'specialist')) &&
          !nothing
        );
      }),
      { numRuns: 400 },
    );
  });

  it('does not depend on the order of inspections', () => {
    const looks = FAULT_CHECKS.flatMap((check) => (check.kind === 'look' ? [clean(check.id)] : []));
    fc.assert(
      fc.property(fc.shuffledSubarray(looks, { minLength: 2, maxLength: 6 }), (some) => {
        const there = replayFault(fault('skips', {}, some)).belief.there;
        const back = replayFault(fault('skips', {}, [...some].reverse())).belief.there;
        return CAUSES.every(({ id }) => Math.abs(there[id]! - back[id]!) < 1e-12);
      }),
    );
  });

  it('never makes "none of these" less likely after a clean inspection for one of its causes', () => {
    for (const check of FAULT_CHECKS) {
      if (check.kind !== 'look') continue;
      const before = replayFault(fault('shreds')).belief.there[NONE_OF_THESE]!;
      expect(replayFault(fault('shreds', {}, [clean(check.id)])).belief.there[NONE_OF_THESE]!)
        .withContext(check.id)
        .toBeGreaterThanOrEqual(before);
    }
  });

  it('gives little weight to one good seam if the fault is often quiet, and never suggests removed parts', () => {
    const once = replayFault(fault('ndlBreaks', {}, [swapped('newNeedle', true)]));
    expect([once.solved, once.wantsSeam]).toEqual([false, true]);
    const sure = fault('skips', { hours: '8 to 16' }, [swapped('newNeedle', true, true)]);
    expect(replayFault(sure).solved).toBeTrue();
    const gone = nextChecks(fault('skips', {}, [swapped('newNeedle', false)])).steps.map(({ id }) => id);
    expect(gone).not.toContain('needleFeel');
  });

  it('charges an opening once while it is open', () => {
    const minutes = (...ids: string[]) => replayFault(fault('shreds', {}, ids.map(clean))).minutes;
    const both = minutes('needleRead', 'slide');
    expect(minutes('needleRead') + minutes('slide') - both).toBeCloseTo(0.6, 12);
  });

  it('rejects what is not in the tables', () => {
    expect(() => replayFault(fault('smoke'))).toThrowError(/smoke/);
    expect(() => replayFault(fault('skips', {}, [clean('newNeedle')]))).toThrowError(/newNeedle/);
  });
});

describe('two causes at once', () => {
  const lint = fault('nest', {}, [swapped('reseat', false)]);

  it('are six in a hundred at first, and fixing one of them ends nothing', () => {
    const { pairs } = replayFault(fault('nest')).belief;
    const all = pairs.map(shareOf).reduce((sum, share) => sum + share, 0);
    expect(all).toBeCloseTo(0.06 * (1 - symptom('nest')!.weights[NONE_OF_THESE]!), 3);
    expect(pairs.every(({ none, onlyA, onlyB }) => none + onlyA + onlyB === 0)).toBeTrue();
    // After a swap that fixes one of two, the other remains.
    const after = replayFault(lint).belief.pairs.find(
      ({ a, b }) => [a, b].includes('b_back') && [a, b].includes('p_foot'),
    )!;
    const [only, other] = after.a === 'p_foot' ? [after.onlyA, after.onlyB] : [after.onlyB, after.onlyA];
    expect(only).toBeGreaterThan(10 * other);
  });

  it('count for both of their causes', () => {
    const { belief } = replayFault(lint);
    const all = likeliest(belief).reduce((sum, { share }) => sum + share, 0);
    const paired = belief.pairs.map(shareOf).reduce((sum, share) => sum + share, 0);
    expect(all).toBeCloseTo(1 + paired, 9);
  });
});

describe('the shares learned by a shop', () => {
  it('move towards what its cases make likely, slowly, and remain shares', () => {
    const skips = symptom('skips')!;
    const timing = fault('skips', {}, [
      { did: 'look', checkId: 'timing', found: 'h_timing' },
      { did: 'repair', causeId: 'h_timing', seams: [true, true] },
    ]);
    const learned = learnShares(
      skips,
      Array.from({ length: 20 }, () => seenCase(timing)),
    );
    expect(Object.values(learned).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(learned['h_timing']).toBeGreaterThan(0.3);
    expect(learned['h_timing']).toBeLessThan(0.8);
    const apart = learnShares(skips, [seenCase(fault('nest'))], null, { leaning: false });
    expect(apart).toBe(skips.weights);
    const chance = (shares?: Readonly<Record<string, number>>): number =>
      nextChecks(fault('skips'), shares).steps.find(({ id }) => id === 'timing')!.chance;
    expect(chance(learned)).toBeGreaterThan(5 * chance());
  });
});

describe('a cause that a shop meets more often than others', () => {
  const found = (symptomId: string, causeId: string, checkId: string) =>
    fault(symptomId, {}, [
      { did: 'look', checkId, found: causeId },
      { did: 'repair', causeId, seams: [true, true] },
    ]);
  const timing = Array.from({ length: 12 }, () => seenCase(found('skips', 'h_timing', 'timing')));

  it('raises the shares of its other symptoms too, but less than its own', () => {
    const nest = symptom('nest')!;
    const factor = (id: string, shares: Readonly<Record<string, number>>): number =>
      shares['h_timing']! / symptom(id)!.weights['h_timing']!;
    const other = factor('nest', learnShares(nest, timing));
    expect(other).toBeGreaterThan(1.2);
    expect(other).toBeLessThan(factor('skips', learnShares(symptom('skips')!, timing)));
  });

  it('counts first for its own machine class', () => {
    const onLongArm = timing.map((one) => ({ ...one, machineClass: 'long-arm' }));
    const of = (machineClass: string | null) =>
      learnShares(symptom('skips')!, onLongArm, machineClass)['h_timing']!;
    expect(of('long-arm')).toBeGreaterThan(of('flatbed'));
    expect(of('flatbed')).toBeCloseTo(of(null), 12);
  });

  it('shifts little with few cases, and not at all with none', () => {
    const skips = symptom('skips')!;
    expect(learnShares(skips, [])).toBe(skips.weights);
    const one = learnShares(skips, timing.slice(0, 1))['h_timing']!;
    expect(one).toBeGreaterThan(skips.weights['h_timing']!);
    expect(one).toBeLessThan(0.15);
  });
});

describe('the finder, simulated', () => {
  // Simulated from the tables themselves, seeded: only ratios within a run mean anything.
  it('takes far fewer minutes than the traditional order', () => {
    const mean = (policy: FaultPolicy): number => {
      const faults = seeded(7);
      let minutes = 0;
      // Each fault has the same luck whoever traces it.
      for (let i = 0; i < 150; i++) minutes += followFault(hiddenFault(faults), policy, seeded(i)).minutes;
      return minutes / 150;
    };
    expect(mean('finder') / mean('fixed order')).toBeLessThan(0.75);
  });
});

/** A pair's total, whatever its state. */
function shareOf({ both, onlyA, onlyB, none }: FaultBelief['pairs'][number]): number {
  return both + onlyA + onlyB + none;
}

/** A small generator of its own, so that a run can be repeated. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}
