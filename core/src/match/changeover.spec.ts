import fc from 'fast-check';
import { withShopValues } from '../reference/index.js';
import { UNMARKED, type MachineCase } from '../tension/index.js';
import { TEX_TICKETS } from '../thread/index.js';
import {
  changeover,
  dialLine,
  dialMarkFor,
  threadOnBench,
  type ChangeoverMachine,
  type SetState,
} from './index.js';

const MACHINE: ChangeoverMachine = { travelTurns: 8, preTensionWraps: 1, dialMark: (mm) => mm * 2 };
const LIGHT: SetState = {
  needle: { systemId: '135x17', nm: 90, pointId: 'round', finishId: 'chromed' },
  plateHoleMm: 2.2,
  thread: threadOnBench('bonded-nylon', 45),
  stackMm: 1.6,
  stitchLengthMm: 3,
  top: { turns: 3.25, logged: true },
};
const HEAVY: SetState = {
  needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
  plateHoleMm: 2.8,
  thread: threadOnBench('bonded-nylon', 135),
  stackMm: 4.6,
  stitchLengthMm: 4,
  top: { turns: 5, logged: true },
};
const done = (from: SetState | null, to: SetState): readonly string[] =>
  changeover(from, to, MACHINE).steps.map((step) => step.do);

describe('changing over', () => {
  // Common practice: bobbin before top, the needle before the thread, and a seam to prove it.
  it('from Tex 45 work to Tex 135 work goes in working order, and back', () => {
    const order = [
      'wind',
      'power-off',
      'unthread',
      'needle',
      'plate',
      'clearance',
      'bobbin',
      'bobbin-screw',
      'thread',
      'top',
      'pre-tension',
      'dial',
      'foot',
      'guards',
      'test',
    ];
    expect(done(LIGHT, HEAVY)).toEqual(order);
    expect(done(HEAVY, LIGHT)).toEqual(order);
  });

  it('sets foot and edge as last recorded for the job', () => {
    const hand = (footScrewMm: number | null, edgeMm: number | null) => ({
      ...{ footScrewMm, footTurns: null, edgeMm, edgeBy: 'guide' as const, speedSpm: null },
    });
    const same = { ...LIGHT, hand: hand(12, 8) };
    const way = (from: SetState | null, to: SetState) =>
      changeover(from, to, MACHINE).steps.filter((step) => step.do === 'foot' || step.do === 'edge');
    expect(way({ ...LIGHT, hand: hand(10, 8) }, same)).toEqual([
      jasmine.objectContaining({ do: 'foot', screwMm: 12, turns: null, thickerMm: 0 }),
    ]);
    expect(way({ ...LIGHT, hand: hand(12, 6) }, same)).toEqual([
      jasmine.objectContaining({ do: 'edge', edgeMm: 8, by: 'guide' }),
    ]);
    expect(way(same, same)).toEqual([]);
    // The foot's position was not recorded: it is not touched without need, and the edge is set.
    expect(way(LIGHT, same).map((step) => step.do)).toEqual(['edge']);
    expect(way(HEAVY, { ...LIGHT, hand: hand(12, null) })).toEqual([
      jasmine.objectContaining({ do: 'foot', screwMm: 12 }),
    ]);
  });

  // Common practice: one ladder step is 0.1 to 0.2 turn of the bobbin screw; thicker thread goes tight, so looser.
  it('turns the bobbin screw looser for thicker thread, by steps on the ladder', () => {
    const screw = (from: SetState, to: SetState) =>
      changeover(from, to, MACHINE).steps.find((step) => step.do === 'bobbin-screw');
    const there = screw(LIGHT, HEAVY);
    expect(there).toEqual(jasmine.objectContaining({ tighter: false, steps: 3 }));
    expect(there?.do === 'bobbin-screw' && there.turns).toBe(0.5);
    expect(screw(HEAVY, LIGHT)).toEqual(jasmine.objectContaining({ tighter: true, steps: -3 }));
  });

  it('goes by the thread the case was set for, if known', () => {
    const screw = (setForTex: number | null) =>
      changeover(LIGHT, HEAVY, { ...MACHINE, cases: [{ ...UNMARKED, setForTex }] }).steps.find(
        (step) => step.do === 'bobbin-screw',
      );
    expect(screw(135)).toBeUndefined();
    expect(screw(null)).toEqual(jasmine.objectContaining({ steps: 3 }));
    expect(screw(270)).toEqual(jasmine.objectContaining({ tighter: true, steps: -2 }));
  });

  it('puts in the case that is set for the thread, and leaves its screw', () => {
    const inMachine = { ...UNMARKED, id: 'a', mark: 'A', setForTex: 45 };
    const spare = { ...UNMARKED, id: 'b', mark: 'B', isIn: false, setForTex: 270 };
    const steps = (cases: readonly MachineCase[]) =>
      changeover(LIGHT, HEAVY, { ...MACHINE, cases }).steps.filter((one) =>
        /^(case|bobbin-screw)$/.test(one.do),
      );
    const tex = HEAVY.thread.tex;
    expect(steps([inMachine, { ...spare, setForTex: tex }])).toEqual([
      { do: 'case', caseId: 'b', mark: 'B', setForTex: tex, fromCaseId: 'a', minutes: 0.5 },
    ]);
    expect(
      steps([inMachine, { ...spare, setForTex: tex, latch: 'springs-open' }]).map((one) => one.do),
    ).toEqual(['bobbin-screw']);
    expect(steps([{ ...inMachine, setForTex: tex }, spare])).toEqual([]);
  });

  // Common practice: the pre-tension moves half as much as the top, the same way.
  it('moves the pre-tension half as much as the top', () => {
    const pre = (turns: number) =>
      changeover(HEAVY, { ...HEAVY, top: { turns, logged: true } }, MACHINE).steps.find(
        (step) => step.do === 'pre-tension',
      );
    expect(pre(6)).toEqual(jasmine.objectContaining({ turns: 0.5, tighter: true }));
    expect(pre(4.5)).toEqual(jasmine.objectContaining({ turns: 0.25, tighter: false }));
  });

  // Common practice, the two-step rule: 277 to 138 is dramatic, one step is not.
  it('leaves the bobbin screw alone for one step', () => {
    const one = { ...HEAVY, thread: threadOnBench('bonded-nylon', 210), top: { turns: 5.5, logged: true } };
    const two = { ...HEAVY, thread: threadOnBench('bonded-nylon', 270), top: { turns: 6, logged: true } };
    expect(done(HEAVY, one)).not.toContain('bobbin-screw');
    expect(done(HEAVY, two)).toContain('bobbin-screw');
  });

  it('has nothing to do between equal states, and everything on an empty machine', () => {
    expect(changeover(HEAVY, HEAVY, MACHINE)).toEqual({ steps: [], minutes: 0, threadSteps: 0 });
    expect(done(null, HEAVY)).toEqual([
      'wind',
      'power-off',
      'needle',
      'bobbin',
      'thread',
      'top',
      'dial',
      'guards',
      'test',
    ]);
  });

  it('leaves the power on where no hand goes near the needle', () => {
    expect(done(HEAVY, { ...HEAVY, stitchLengthMm: 5 })).toEqual(['dial', 'test']);
    expect(done(HEAVY, { ...HEAVY, plateHoleMm: 2.2 })).toEqual(['power-off', 'plate', 'guards', 'test']);
  });

  it('says which shared plate to fetch and from where, preferring one that is on no machine', () => {
    const plate = (mark: string, on: { id: string; name: string } | null) => ({
      ...{ id: mark, mark, holeMm: 2.2, feedDogHoleMm: null, place: 'drawer 2', on },
    });
    const there = plate('P1', { id: 'b', name: 'B' });
    const way = (sharedPlates: (typeof there)[], plates = [{ holeMm: 2.8, feedDogHoleMm: null }]) =>
      changeover(
        HEAVY,
        { ...HEAVY, plateHoleMm: 2.2 },
        { ...MACHINE, id: 'a', plates, sharedPlates },
      ).steps.find((step) => step.do === 'plate');
    expect(way([there, plate('P2', null)])?.shared).toEqual({
      ...{ id: 'P2', mark: 'P2', place: 'drawer 2', onMachine: null },
    });
    expect(way([there])?.shared?.onMachine).toBe('B');
    expect(way([there], [{ holeMm: 2.2, feedDogHoleMm: null }])?.shared)
      .withContext('one of its own')
      .toBeNull();
    const own = { ...plate('P4', { id: 'a', name: 'A' }), holeMm: 2.8 };
    expect(way([own, there])?.fromSharedId).toBe('P4');
  });

  // Common practice: hook and needle guard are set to a blade; one size is within what they leave.
  it('checks hook and guard when the needle moves two sizes or more', () => {
    const to = (nm: number) => done(HEAVY, { ...HEAVY, needle: { ...HEAVY.needle, nm } });
    expect(to(130)).not.toContain('clearance');
    expect(to(120)).toContain('clearance');
    expect(to(160)).not.toContain('clearance');
    expect(to(180)).toContain('clearance');
  });

  it('winds as many bobbins as the job takes', () => {
    const wind = (bobbins: number | null) => changeover(LIGHT, { ...HEAVY, bobbins }, MACHINE).steps[0];
    expect(wind(4)).toEqual({ do: 'wind', tex: 135, bobbins: 4, minutes: 6 });
    expect(wind(null)).toEqual({ do: 'wind', tex: 135, bobbins: null, minutes: 1.5 });
  });

  // Handbook: a wrap multiplies the tension by e^m, so a knob nearly fully in wants one more, nearly fully off one less.
  it('adds a pre-tension wrap for a knob near fully in, removes one near fully off, and undoes both', () => {
    const setAt = (turns: number): SetState => ({ ...HEAVY, top: { turns, logged: true } });
    const wraps = (from: SetState, to: SetState, preTensionWraps = 1) =>
      changeover(from, to, { ...MACHINE, preTensionWraps }).steps.flatMap((step) =>
        step.do === 'wrap' ? [[step.wraps, step.minutes]] : [],
      );
    expect(wraps(HEAVY, setAt(7.5))).toEqual([[1, 0.5]]);
    expect(wraps(setAt(7.5), HEAVY)).toEqual([[-1, 0.5]]);
    expect(wraps(HEAVY, setAt(0.5))).toEqual([[-1, 0.5]]);
    expect(wraps(setAt(0.5), setAt(7.5))).toEqual([[2, 1]]);
    expect(wraps(setAt(7.5), setAt(7.25))).toEqual([]);
    expect(wraps(HEAVY, setAt(7.5), 0)).toEqual([]);
  });

  it("adds up the shop's minutes", () => {
    const way = changeover(LIGHT, HEAVY, MACHINE);
    // 1.5 wind + 2 needle + 6 plate + 1.5 clearance + 1 bobbin + 2 screw + 1.5 thread + 0.5 top + 0.5 pre-tension
    // + 0.5 dial + 0.5 foot + one seam of 1.5.
    expect(way.minutes).toBeCloseTo(19, 12);
    const quick = withShopValues([
      { valueId: 'changeover.plate', value: 2, standing: 'measured', source: 'timed' },
    ]);
    expect(changeover(LIGHT, HEAVY, MACHINE, quick).minutes).toBeCloseTo(15, 12);
    const unknown = changeover(LIGHT, { ...HEAVY, top: null }, MACHINE);
    expect(unknown.steps.at(-1)).toEqual({ do: 'test', seams: 4, minutes: 6 });
    const alike = changeover(LIGHT, { ...HEAVY, top: { turns: 5, logged: false } }, MACHINE);
    expect(alike.steps.at(-1)).toEqual({ do: 'test', seams: 4, minutes: 6 });
  });

  it('mirrors the thread steps on the way back, for any threads', () => {
    const anyTex = fc.constantFrom(...TEX_TICKETS);
    fc.assert(
      fc.property(anyTex, anyTex, (a, b) => {
        const [one, other] = [a, b].map((tex) => ({ ...HEAVY, thread: threadOnBench('bonded-nylon', tex) }));
        const there = changeover(one!, other!, MACHINE);
        const back = changeover(other!, one!, MACHINE);
        return Math.abs(there.threadSteps + back.threadSteps) < 1e-9 && there.minutes === back.minutes;
      }),
    );
  });
});

describe('the stitch dial', () => {
  it('is a line through measured marks, and gives the mark for a stitch', () => {
    const line = dialLine([
      { mark: 2, tenStitchesMm: 20 },
      { mark: 4, tenStitchesMm: 38 },
    ])!;
    expect(line.mmPerMark).toBeCloseTo(0.9, 12);
    expect(line.baseMm).toBeCloseTo(0.2, 12);
    expect(dialMarkFor(line, 3.8)).toBe(4);
    expect(dialMarkFor(line, 0.1)).toBe(0);
  });

  it('gives the scatter of the readings once there are three', () => {
    const readings = [
      { mark: 2, tenStitchesMm: 20 },
      { mark: 4, tenStitchesMm: 41 },
      { mark: 6, tenStitchesMm: 60 },
    ];
    expect(dialLine(readings.slice(0, 2))?.sdMm).toBeNull();
    // Residuals of the line 0.0333 + 1 x mark: -0.0333, 0.0667, -0.0333; one degree of freedom is left.
    expect(dialLine(readings)?.sdMm).toBeCloseTo(Math.sqrt(0.02 / 3), 12);
  });

  it('goes through zero with one reading and says nothing with none or one mark', () => {
    expect(dialLine([{ mark: 4, tenStitchesMm: 40 }])).toEqual({ baseMm: 0, mmPerMark: 1, sdMm: null });
    expect(dialLine([])).toBeNull();
    expect(
      dialLine([
        { mark: 3, tenStitchesMm: 30 },
        { mark: 3, tenStitchesMm: 31 },
      ]),
    ).toBeNull();
    expect(dialMarkFor(null, 4)).toBeNull();
  });
});
