import { UNMARKED } from '../tension/index.js';
import { SHIPPED_VALUES } from '../reference/index.js';
import { queueProblem, type QueueJob } from './index.js';

type Machine = Parameters<typeof queueProblem>[1][number];
type Shop = Parameters<typeof queueProblem>[2];

const needle = (nm: number) => ({ systemId: '135x17', nm, pointId: 'round', finishId: 'chromed' });
const setup = (id: string, machineId: string, tex: number, nm: number): QueueJob['setup'] => ({
  ...{ id, name: id, machineId, needle: needle(nm), plateHoleMm: 2.2, stitchLengthMm: 4 },
  thread: { constructionId: 'bonded-nylon', tex },
  layers: [{ materialId: 'duck-10', thicknessMm: 0.8, plies: 2 }],
  schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
});
const LIGHT = setup('light', 'a', 45, 90);
const HEAVY = setup('heavy', 'a', 135, 140);
const machine = (id: string, presentSetupId: string | null): Machine => ({
  ...{ id, systemIds: ['135x17'], shank: 'round', feed: 'compound', plateHoleMm: 2.2 },
  ...{ plates: [{ holeMm: 2.2, feedDogHoleMm: null }], sharedPlates: [], duty: 'medium', presentSetupId },
  ...{ preTensionWraps: 1, knob: { travelTurns: 8 }, stitchDial: [], stitchControl: null },
});
const SHOP: Shop = {
  setups: [LIGHT, HEAVY],
  balanced: new Map(),
  hands: new Map(),
  cases: new Map([['a', [{ ...UNMARKED, setForTex: 45 }]]]),
  values: SHIPPED_VALUES,
};
const job = (of: QueueJob['setup'], change: Partial<QueueJob> = {}): QueueJob => ({
  ...{ id: of.id, setup: of, sewMinutes: 30, dueMinutes: {}, pinnedTo: null },
  ...change,
});

describe('the ordering problem of a queue', () => {
  it('costs nothing to continue the present work, and assesses the same work only once', () => {
    const { changeMinutes } = queueProblem(
      [job(LIGHT), job(HEAVY), job(LIGHT)],
      [machine('a', 'light')],
      SHOP,
    );
    const [standing, afterLight, afterHeavy] = changeMinutes[0]!;
    expect([standing![0], standing![2]]).toEqual([0, 0]);
    expect([afterLight![0], afterHeavy![1]]).toEqual([0, 0]);
    expect(standing![1]).toBeGreaterThan(5);
    expect(changeMinutes[0]![3]).toEqual(afterLight!);
  });

  it("turns the bobbin screw from the previous job's thread, not from the case's present one", () => {
    const { changeMinutes } = queueProblem([job(LIGHT), job(HEAVY)], [machine('a', 'heavy')], SHOP);
    // The case is set for Tex 45 though the machine is set up for Tex 135: only after the heavy job is it two steps
    // away.
    const screw = SHIPPED_VALUES['changeover.bobbin-screw'].value;
    expect(changeMinutes[0]![2]![0]! - changeMinutes[0]![0]![0]!).toBeCloseTo(screw, 9);
  });

  it('keeps a pinned job on its machine, and has no minutes if the clamp takes no such needle', () => {
    const flat: Machine = { ...machine('b', null), systemIds: ['130/705 H'], shank: 'flat' };
    const machines = [machine('a', 'light'), machine('c', null), flat];
    const pinned = job(HEAVY, { pinnedTo: 'a', dueMinutes: { a: 60 } });
    const { changeMinutes, jobs } = queueProblem([job(LIGHT), pinned], machines, SHOP);
    const can = changeMinutes.map((table) => table[0]!.map((minutes) => Number.isFinite(minutes)));
    expect(can[0]).toEqual([true, true]);
    expect(can.map(([, of]) => of)).toEqual([true, false, false]);
    expect(can[1]![0]).withContext('what the bench finds counts too').toBeTrue();
    expect(jobs[1]!.dueMinutes).toEqual([60, Infinity, Infinity]);
  });
});
