import { benchQuestion, COMPOUND } from '../testing/bench-examples.js';
import {
  nameOfNeedle,
  rankMachines,
  rankNeedles,
  threadOnBench,
  type SetState,
  type ShopMachine,
} from './index.js';

const job = benchQuestion();
const TOP = { turns: 5, logged: true };
const state = (plateHoleMm: number): SetState => ({
  needle: nameOfNeedle(rankNeedles(job).ranked[0]!),
  plateHoleMm,
  thread: job.thread,
  stackMm: job.stack.thicknessMm,
  stitchLengthMm: job.stitchLengthMm,
  top: TOP,
});
const machine = (id: string, change: Partial<ShopMachine> = {}): ShopMachine => ({
  ...COMPOUND,
  id,
  plateHolesMm: [2.8],
  travelTurns: 8,
  preTensionWraps: 1,
  dialMark: () => null,
  present: null,
  ...change,
});
const rank = (machines: readonly ShopMachine[]) => rankMachines(machines, job, () => TOP);

describe('which machine for a job', () => {
  it('prefers the one already set up for it', () => {
    const { ranked } = rank([machine('empty'), machine('set', { present: state(2.8) })]);
    expect(ranked.map(({ machineId }) => machineId)).toEqual(['set', 'empty']);
    expect(ranked[0]?.changeover.minutes).toBe(0);
  });

  it('tries every plate a machine has and counts the change', () => {
    const small = machine('small', { plateHoleMm: 1.6, plateHolesMm: [1.6, 2.8], present: state(1.6) });
    const [answer] = rank([small]).ranked;
    expect(answer?.plateHoleMm).toBe(2.8);
    expect(answer?.changeover.steps.map((step) => step.do)).toContain('plate');
  });

  it('says why a machine cannot sew it', () => {
    const thick = { ...job, thread: threadOnBench('bonded-nylon', 400) };
    const machines = [
      machine('light', { systemIds: ['130/705 H'] }),
      machine('flat', { systemIds: ['130/705 H'], shank: 'flat' }),
      machine('bare', { systemIds: [] }),
    ];
    const { ranked, refused } = rankMachines(machines, thick, () => null);
    expect(ranked).toEqual([]);
    expect(refused.map(({ refusals }) => refusals[0]?.reason)).toEqual([
      'shank',
      'thread-will-not-pass',
      'no-system',
    ]);
  });
});
