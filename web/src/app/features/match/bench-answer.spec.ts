import { MACHINE, SETUP } from '../../testing/examples';
import { benchAnswer, choiceOf } from './bench-answer';
import { EMPTY_BENCH, matchActions, matchFeature, type BenchDraft } from './match.state';

const SHOP = { size: 'by-work', leatherPoint: 'cutting' } as const;
const draft = (change: Partial<BenchDraft> = {}): BenchDraft => ({
  ...EMPTY_BENCH,
  machineId: MACHINE.id,
  layers: SETUP.layers,
  threadText: 'V138',
  ...change,
});

describe('the answer of the bench', () => {
  it('comes as soon as machine, stack and thread are there, and not before', () => {
    expect(benchAnswer(draft(), MACHINE, SHOP).chosen?.size.nm).toBe(140);
    expect(benchAnswer(draft({ threadText: '' }), MACHINE, SHOP).chosen).toBeNull();
    expect(benchAnswer(draft({ layers: [] }), MACHINE, SHOP).answer).toBeNull();
    expect(benchAnswer(draft(), null, SHOP).answer).toBeNull();
  });

  it('waits for a choice where a label has several readings', () => {
    expect(benchAnswer(draft({ threadText: '30' }), MACHINE, SHOP).reading).toBeNull();
    expect(benchAnswer(draft({ threadText: '30', readingIndex: 1 }), MACHINE, SHOP).reading?.tex).toBe(90);
  });

  it('keeps a picked needle as long as it fits, and falls back to the first', () => {
    const first = benchAnswer(draft(), MACHINE, SHOP);
    const picked = choiceOf(first.nextBest[0]!);
    expect(choiceOf(benchAnswer(draft({ picked }), MACHINE, SHOP).chosen!)).toEqual(picked);
    const gone = { systemId: '794', nm: 200, pointId: 'round' };
    expect(benchAnswer(draft({ picked: gone }), MACHINE, SHOP).chosen?.size.nm).toBe(140);
  });

  it('offers three different ways out: another size, another point, the other family', () => {
    const { chosen, nextBest } = benchAnswer(draft(), MACHINE, SHOP);
    expect(nextBest.length).toBe(3);
    expect(nextBest[0]?.size).not.toBe(chosen?.size);
    expect(nextBest[1]?.point.family).toBe('cutting');
    expect(nextBest[2]?.point.family).toBe('cloth');
  });

  it('names what each other school would pick', () => {
    const { otherSchools, schools } = benchAnswer(draft(), MACHINE, SHOP);
    expect(schools).toEqual({ size: 'free', leatherPoint: 'cutting' });
    expect(otherSchools.map(({ school, pick }) => `${school}: ${pick.size.nm} ${pick.point.id}`)).toEqual([
      'middle eye: 125 right-twist',
      'snug eye: 125 right-twist',
      'round point on leather: 140 round',
    ]);
  });
});

describe('the state of the bench', () => {
  const reduce = matchFeature.reducer;
  const start = reduce(undefined, { type: 'start' });

  it('opens a set-up as it was saved', () => {
    const { draft: opened } = reduce(start, matchActions.setupRead({ setup: SETUP }));
    expect([opened.saved, opened.threadText, opened.picked]).toEqual([SETUP, 'V138', SETUP.needle]);
  });

  it('keeps what was typed when a save fails', () => {
    const typed = reduce(start, matchActions.draftChanged({ change: { name: 'Half typed' } }));
    const saving = reduce(typed, matchActions.save({ key: 'k', asNew: false }));
    const problem = { type: 'x', title: 'No answer', status: 0, code: 'server.busy' } as const;
    const failed = reduce(saving, matchActions.failed({ problem }));
    expect([saving.saving, failed.saving, failed.draft.name, failed.problem]).toEqual([
      true,
      false,
      'Half typed',
      problem,
    ]);
  });

  it('keeps the list of set-ups in order of name when one is saved', () => {
    const other = { ...SETUP, id: 'other', name: 'Apron' };
    const listed = reduce(start, matchActions.listsRead({ machines: [MACHINE], setups: [SETUP] }));
    expect(reduce(listed, matchActions.saved({ setup: other })).setups.map((s) => s.name)).toEqual([
      'Apron',
      'Strap',
    ]);
  });
});
