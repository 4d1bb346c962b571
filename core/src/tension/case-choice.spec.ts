import { caseAt, caseFor, caseResets, casesAfter, caseTakes, UNMARKED, type MachineCase } from './index.js';

const marked = (mark: string, change: Partial<MachineCase>): MachineCase => ({
  ...UNMARKED,
  ...{ id: mark, mark, isIn: false },
  ...change,
});

// One case for each thread: common practice.
describe('the bobbin case for a thread', () => {
  const light = marked('A', { isIn: true, setForTex: 45 });
  const heavy = marked('B', { setForTex: 135 });

  it('is the one set for it, or the present one if the other is no nearer', () => {
    expect(caseFor([light, heavy], 135, 2)).toBe(heavy);
    expect(caseFor([light, heavy], 45, 2)).toBe(light);
    // From Tex 45 to 60 is one step: not worth taking the case out for.
    expect(caseFor([light, marked('C', { setForTex: 60 })], 60, 2)).toBe(light);
    expect(caseFor([marked('D', { isIn: true }), heavy], 135, 2)).toBe(heavy);
    expect(caseFor([], 135, 2)).toBeNull();
  });

  it('is never one that springs open, or whose slot is too narrow for the thread', () => {
    const open = { ...heavy, latch: 'springs-open' } as const;
    expect(caseTakes(open, 135)).toBeFalse();
    expect(caseFor([light, open], 135, 2)).toBe(light);
    const narrow = { ...light, slotMostTex: 90 };
    expect([caseTakes(narrow, 90), caseTakes(narrow, 135)]).toEqual([true, false]);
    expect(caseFor([narrow, open], 135, 2)).toBeNull();
    expect(caseTakes({ ...heavy, latch: 'rough' }, 135)).toBeTrue();
  });

  it('is in afterwards, set for the thread; the others stay as they are', () => {
    expect(casesAfter([light, heavy], 135, 2)).toEqual([
      { ...light, isIn: false },
      { ...heavy, isIn: true },
    ]);
    expect(casesAfter([], 90, 2)).toEqual([{ ...UNMARKED, setForTex: 90 }]);
  });
});

describe('the case in a machine at a time', () => {
  it('is the last that was put in, and before any swap the one marked first', () => {
    const swaps = [
      { caseId: 'a', putInAt: 10 },
      { caseId: 'b', putInAt: 20 },
      { caseId: 'a', putInAt: 30 },
    ];
    expect([5, 10, 19, 20, 35].map((at) => caseAt(swaps, at))).toEqual(['a', 'a', 'a', 'b', 'a']);
    expect(caseAt([], 5)).toBeNull();
  });
});

describe('how often a case was reset', () => {
  const reading = (at: number, tex: number, screwTurns = 0.125) => ({ at, tex, screwTurns, outcome: null });

  it('counts each change of thread since a moment', () => {
    const log = [reading(0, 45), reading(10, 135, -0.25), reading(20, 45, 0.25), reading(21, 45, 0.0625)];
    expect(caseResets(log, 0)).toEqual({ count: 2, threads: [45, 135] });
    expect(caseResets(log, 15)).toEqual({ count: 1, threads: [45, 135] });
    expect(caseResets([reading(0, 45), { ...reading(5, 135, 0), outcome: 'hangs' }], 0).count).toBe(0);
    expect(caseResets([], 0)).toEqual({ count: 0, threads: [] });
  });
});
