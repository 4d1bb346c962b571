import fc from 'fast-check';
import {
  changeover,
  threadOnBench,
  type ChangeoverStepKind,
  type NeedleName,
  type SetState,
} from '../match/index.js';
import { SHIPPED_VALUES, withShopValues } from '../reference/index.js';
import {
  machineAfter,
  replayTicks,
  TICK_OUTCOMES,
  timedSteps,
  spreadOfSteps,
  trustTimings,
  type StepTick,
} from './index.js';

const NM_90: NeedleName = { systemId: '135x17', nm: 90, pointId: 'round', finishId: 'chromed' };
const NM_140: NeedleName = { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' };
const LIGHT: SetState = {
  needle: NM_90,
  plateHoleMm: 2.2,
  thread: threadOnBench('bonded-nylon', 40),
  stackMm: 1.6,
  stitchLengthMm: 3,
  top: { turns: 3.25, logged: true },
};
const HEAVY: SetState = {
  needle: NM_140,
  plateHoleMm: 2.8,
  thread: threadOnBench('bonded-nylon', 135),
  stackMm: 4.6,
  stitchLengthMm: 4,
  top: { turns: 5, logged: true },
};
const { steps } = changeover(LIGHT, HEAVY, { travelTurns: 8, preTensionWraps: 1, dialMark: () => null });
const KINDS = steps.map((step) => step.do);

const anyTick = fc.record({ step: fc.constantFrom(...KINDS), outcome: fc.constantFrom(...TICK_OUTCOMES) });
const tick = (step: ChangeoverStepKind, outcome: StepTick['outcome'] = 'done'): StepTick => ({
  step,
  outcome,
});

describe('the log of a changeover', () => {
  it('says what comes next, and keeps skipped steps in sight', () => {
    expect(replayTicks(steps, []).next?.do).toBe('wind');
    const half = replayTicks(steps, [tick('wind'), tick('unthread'), tick('power-off', 'skipped')]);
    expect([half.next?.do, half.skipped, half.open]).toEqual(['needle', ['power-off'], steps.length - 3]);
    const whole = replayTicks(
      steps,
      KINDS.map((step) => tick(step)),
    );
    expect([whole.next, whole.skipped, whole.open]).toEqual([null, [], 0]);
  });

  it('goes by the last tick for each step', () => {
    fc.assert(
      fc.property(fc.array(anyTick, { maxLength: 40 }), (ticks) => {
        const { standing, open } = replayTicks(steps, ticks);
        const last = (kind: ChangeoverStepKind) =>
          ticks.filter(({ step }) => step === kind).at(-1)?.outcome ?? 'open';
        return (
          KINDS.every((kind) => (standing.get(kind)?.outcome ?? 'open') === last(kind)) &&
          open === KINDS.filter((kind) => last(kind) === 'open').length
        );
      }),
    );
  });

  it('ignores unknown steps', () => {
    expect(replayTicks(steps, [tick('wrap')]).standing.size).toBe(0);
  });
});

describe('a machine after a changeover', () => {
  const before = { needle: NM_90, plateHoleMm: 2.2, caseSetForTex: 40 };

  it('has everything if all is done, and its earlier state if all is skipped or withdrawn', () => {
    const all = (outcome: StepTick['outcome']) => KINDS.map((step) => tick(step, outcome));
    const heavy = { needle: NM_140, plateHoleMm: 2.8, caseSetForTex: 135 };
    expect(machineAfter(before, steps, all('done'), 135)).toEqual(heavy);
    for (const outcome of ['skipped', 'open'] as const)
      expect(machineAfter(before, steps, [...all('done'), ...all(outcome)], 135)).toEqual(before);
  });

  it('has the needle that really went in', () => {
    const other = { ...NM_140, nm: 130 };
    const ticks = [{ ...tick('needle'), needle: other }];
    expect(machineAfter(before, steps, ticks, 135).needle).toEqual(other);
  });

  it('returns to its earlier state when changed back', () => {
    const back = changeover(HEAVY, LIGHT, { travelTurns: 8, preTensionWraps: 1, dialMark: () => null }).steps;
    const all = (way: typeof steps) => way.map((step) => tick(step.do));
    const there = machineAfter(before, steps, all(steps), 135);
    expect(machineAfter(there, back, all(back), 40)).toEqual(before);
  });
});

describe('the minutes of a changeover', () => {
  const at = (minutes: number) => minutes * 60_000;

  it('lie between the ticks, and a step without minutes of its own adds them to the next', () => {
    const ticks = [
      { ...tick('wind'), atMs: at(2) },
      { ...tick('power-off'), atMs: at(2.25) },
      { ...tick('unthread'), atMs: at(2.5) },
      { ...tick('needle'), atMs: at(5) },
      { ...tick('plate', 'skipped'), atMs: at(6) },
      { ...tick('clearance'), atMs: at(7.5) },
    ];
    expect(timedSteps(0, steps, ticks, SHIPPED_VALUES)).toEqual([
      { valueId: 'changeover.wind', minutes: 2 },
      { valueId: 'changeover.needle', minutes: 3 },
      { valueId: 'changeover.clearance', minutes: 1.5 },
    ]);
  });

  it('leave out steps ticked in one go', () => {
    const ticks = [
      { ...tick('wind'), atMs: at(2) },
      { ...tick('needle'), atMs: at(9) },
      { ...tick('plate'), atMs: at(9) },
      { ...tick('clearance'), atMs: at(10) },
    ];
    expect(timedSteps(0, steps, ticks, SHIPPED_VALUES).map(({ valueId }) => valueId)).toEqual([
      'changeover.wind',
      'changeover.clearance',
    ]);
  });

  it('leave out an interrupted step', () => {
    const ticks = [
      { ...tick('wind'), atMs: at(45) },
      { ...tick('needle'), atMs: at(47) },
    ];
    expect(timedSteps(0, steps, ticks, SHIPPED_VALUES)).toEqual([
      { valueId: 'changeover.needle', minutes: 2 },
    ]);
  });

  it('draw the default towards the timings, more so the more there are', () => {
    const timing = (count: number) => [
      { valueId: 'changeover.plate' as const, count, meanMinutes: 3, sdMinutes: null },
    ];
    const minutes = (count: number) => trustTimings(SHIPPED_VALUES, timing(count))['changeover.plate'];
    // (3 x 6 + 1 x 3) / 4 and (3 x 6 + 27 x 3) / 30.
    expect(minutes(1).value).toBeCloseTo(5.25, 12);
    expect(minutes(27)).toEqual(jasmine.objectContaining({ standing: 'measured' }));
    expect(minutes(27).value).toBeCloseTo(3.3, 12);
    expect(minutes(0)).toEqual(SHIPPED_VALUES['changeover.plate']);
    const own = withShopValues([
      { valueId: 'changeover.plate', value: 4, standing: 'measured', source: 'timed' },
    ]);
    expect(trustTimings(own, timing(9))['changeover.plate'].value).toBe(4);
    expect(() => trustTimings(SHIPPED_VALUES, timing(-1))).toThrowError(/count/);
  });

  it('vary as the shop timed them, and not at all while no step was timed twice', () => {
    const steps = [
      { do: 'plate', fromMm: 2.2, toMm: 2.8, shared: null, fromSharedId: null, minutes: 6 },
      { do: 'wind', tex: 135, bobbins: 4, minutes: 6 },
    ] as const;
    const plate = { valueId: 'changeover.plate', sdMinutes: 3 } as const;
    const wind = { valueId: 'changeover.wind', sdMinutes: 0.5 } as const;
    expect(spreadOfSteps(steps, [])).toBeNull();
    expect(spreadOfSteps(steps, [{ ...plate, sdMinutes: null }])).toBeNull();
    // Independent steps: 3 squared, and four bobbins of 0.5 squared each.
    expect(spreadOfSteps(steps, [plate, wind])).toBeCloseTo(Math.sqrt(9 + 4 * 0.25), 12);
    // A step that nobody timed is assumed to vary by 40 %.
    expect(spreadOfSteps(steps, [plate])).toBeCloseTo(Math.sqrt(9 + 2.4 ** 2), 12);
  });
});
