import { MACHINE, SETUP } from '../../testing/examples';
import { nameOfNeedle, withShopValues } from '@gantelet/core';
import { benchAnswer } from './bench-answer';
import type { BenchShop } from './bench-shop';
import { benchSteps, type SavedWork } from './bench-steps';
import { changedSinceSaved } from './bench-changed';
import { EMPTY_BENCH, type BenchDraft } from './bench-draft';
import { matchActions, matchFeature } from './match.state';

const SHOP: BenchShop = {
  machines: [MACHINE],
  setups: [SETUP],
  balanced: new Map([[SETUP.id, 4.5]]),
  hands: new Map(),
  cases: new Map(),
  values: withShopValues([]),
  schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
};
const draft = (change: Partial<BenchDraft> = {}): BenchDraft => ({
  ...EMPTY_BENCH,
  machineId: MACHINE.id,
  layers: SETUP.layers,
  threadText: 'V138',
  ...change,
});

describe('the steps after the bench', () => {
  it('say how far a saved set-up has got', () => {
    const steps = (saved: SavedWork | null) =>
      benchSteps(benchAnswer(EMPTY_BENCH, null, SHOP), null, saved)
        .slice(-5)
        .map(({ name, detail, link }) => [name, detail, link]);
    expect(steps(null).map(([, detail, link]) => [detail, link])).toEqual(
      Array.from({ length: 5 }, () => ['to set', undefined]),
    );
    const saved = { setupId: 'a', machineId: 'm', onMachine: true, caseIsSet: true, settledTurns: 4.25 };
    expect(steps(saved)).toEqual([
      ['Change over', 'set up', '/changeover/a'],
      ['Thread up', 'threaded', '/machines/m/threading'],
      ['Bobbin', 'case set', '/tension/a'],
      ['Tension', '4 ¼ turns', '/tension/a'],
      ['Proof', 'sewn', '/tension/a'],
    ]);
    expect(steps({ ...saved, onMachine: false }).map(([, detail]) => detail)).toEqual([
      'to set',
      'to set',
      'to set',
      '4 ¼ turns',
      'to set',
    ]);
  });
});

describe('the answer of the bench', () => {
  it('comes as soon as machine, stack and thread are there, and not before', () => {
    expect(benchAnswer(draft(), MACHINE, SHOP).chosen?.size.nm).toBe(140);
    expect(benchAnswer(draft({ threadText: '' }), MACHINE, SHOP).chosen).toBeNull();
    expect(benchAnswer(draft({ layers: [] }), MACHINE, SHOP).answer).toBeNull();
    expect(benchAnswer(draft(), null, SHOP).answer).toBeNull();
  });

  it('waits for a choice if a label has several readings', () => {
    expect(benchAnswer(draft({ threadText: '30' }), MACHINE, SHOP).reading).toBeNull();
    expect(benchAnswer(draft({ threadText: '30', readingIndex: 1 }), MACHINE, SHOP).reading?.tex).toBe(90);
  });

  it('keeps a picked needle as long as it fits, and falls back to the first', () => {
    const first = benchAnswer(draft(), MACHINE, SHOP);
    const picked = nameOfNeedle(first.alternatives[0]!.needle);
    expect(nameOfNeedle(benchAnswer(draft({ picked }), MACHINE, SHOP).chosen!)).toEqual(picked);
    const gone = { systemId: '794', nm: 200, pointId: 'round', finishId: 'chromed' };
    expect(benchAnswer(draft({ picked: gone }), MACHINE, SHOP).chosen?.size.nm).toBe(140);
  });

  it('answers what is left open', () => {
    const ask = (change: Partial<BenchDraft>, machine: typeof MACHINE | null = MACHINE) =>
      benchAnswer(draft(change), machine, SHOP).ask;
    expect(ask({})).toBe('needle');
    expect(ask({ threadText: '' })).toBe('thread');
    expect(ask({}, null)).toBe('machine');
    expect(ask({ threadText: '', layers: [], needleText: '#22' }, null)).toBe('takes');
    expect(ask({ threadText: '', layers: [] }, null)).toBe('open');
    expect(ask({ threadText: 'blue' })).toBe('open');
  });

  it('ranks threads for a stack and machines for a job', () => {
    const { threads } = benchAnswer(draft({ threadText: '' }), MACHINE, SHOP);
    expect(threads?.ranked[0]?.stepsOff).toBe(0);
    const { machines } = benchAnswer(draft(), null, SHOP);
    expect(machines?.ranked.map(({ machineId }) => machineId)).toEqual([MACHINE.id]);
  });

  it('uses the needle in hand if it fits, and says why if it does not', () => {
    const fits = benchAnswer(draft({ needleText: '135x16 130/21 LR' }), MACHINE, SHOP);
    expect([fits.chosen?.size.nm, fits.inHand?.verdict?.verdict]).toEqual([130, 'worse']);
    const refused = benchAnswer(draft({ needleText: '130/705 H 90' }), MACHINE, SHOP);
    expect([refused.chosen, refused.inHand?.verdict?.verdict]).toEqual([null, 'refused']);
    const step = benchSteps(refused, MACHINE, null).find(({ name }) => name === 'Needle');
    expect([step?.state, step?.detail]).toEqual(['pulled', 'NM 90: other shank']);
  });

  it('pulls the stitch of the thread if the machine must not sew it', () => {
    const work = benchAnswer(draft({ threadText: 'V346' }), MACHINE, SHOP);
    const step = benchSteps(work, MACHINE, null).find(({ name }) => name === 'Thread');
    expect([step?.state, step?.detail]).toEqual(['pulled', 'Tex 350: outside the machine’s limits']);
  });

  it("shows the changeover from the machine's present set-up, with the dial mark of its calibration", () => {
    const light = {
      ...SETUP,
      id: 'light',
      name: 'Lining',
      thread: { ...SETUP.thread, tex: 45 },
      stitchLengthMm: 3,
    };
    const machine = { ...MACHINE, presentSetupId: 'light' };
    const shop = { ...SHOP, machines: [machine], setups: [SETUP, light] };
    const { changeover } = benchAnswer(draft({ saved: SETUP }), machine, shop);
    expect(changeover?.threadSteps).toBe(3);
    expect(changeover?.steps).toContain(jasmine.objectContaining({ do: 'dial', mark: 4 }));
    expect(changeover?.steps).toContain(
      jasmine.objectContaining({ do: 'top', fromTurns: null, to: { turns: 4.5, logged: true } }),
    );
  });

  it('treats a setting from similar work as approximate, not as logged', () => {
    const { changeover } = benchAnswer(draft({ stitchLengthMm: 5 }), MACHINE, SHOP);
    expect(changeover?.steps).toContain(
      jasmine.objectContaining({ do: 'top', to: { turns: 4.5, logged: false } }),
    );
  });

  it("counts thread and bobbins by the machine's bobbin, and none if it is not entered", () => {
    const job = { seamMm: 5000, pieces: 20 };
    const { use } = benchAnswer(draft({ job }), MACHINE, SHOP);
    expect(use?.job?.stitches).toBe(25_000);
    expect(use?.job?.cost).toBeNull();
    const bare = { ...MACHINE, bobbinSizeId: null };
    expect(benchAnswer(draft({ job }), bare, SHOP).use?.job).toBeNull();
  });

  it("uses the shop's values", () => {
    const values = withShopValues([
      { valueId: 'school.free', value: 0.34, standing: 'chosen', source: 'lead' },
    ]);
    expect(benchAnswer(draft(), MACHINE, { ...SHOP, values }).chosen?.size.nm).toBe(125);
  });

  it('knows whether the work differs from the set-up it was opened from', () => {
    const { draft: opened } = matchFeature.reducer(undefined, matchActions.setupRead({ setup: SETUP }));
    const changed = (change: Partial<BenchDraft>) => {
      const now = { ...opened, ...change };
      return changedSinceSaved(now, benchAnswer(now, MACHINE, SHOP));
    };
    expect(changed({})).toBeFalse();
    expect(changed({ plateHoleMm: 2.2 })).toBeTrue();
    expect(changed({ stitchLengthMm: 4.5 })).toBeTrue();
    expect(changed({ needleText: '#23' })).toBeTrue();
    expect(changed({ job: { seamMm: 20, pieces: 3 } })).toBeFalse();
  });

  it('names what each other school would pick', () => {
    const { otherSchools, schools } = benchAnswer(draft(), MACHINE, SHOP);
    expect(schools).toEqual({ size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' });
    expect(otherSchools.map(({ school, pick }) => `${school}: ${pick.size.nm} ${pick.point.id}`)).toEqual([
      'loose eye: 140 right-twist',
      'medium eye: 140 right-twist',
      'tight eye: 120 right-twist',
      'round point in leather: 140 round',
    ]);
  });

  it('names what the other school would pick in sheeting', () => {
    const sheeting = [{ materialId: 'coated-sheet-18', thicknessMm: 0.6, plies: 3 }];
    const { chosen, otherSchools } = benchAnswer(draft({ layers: sheeting }), MACHINE, SHOP);
    expect(chosen?.point.id).toBe('round-small-cut');
    const cutting = otherSchools.find(({ school }) => school === 'cutting point in sheeting');
    expect(cutting?.pick.point.family).toBe('cutting');
  });

  it('follows the look wanted for the seam', () => {
    expect(benchAnswer(draft({ look: 'sunk' }), MACHINE, SHOP).chosen?.point.id).toBe('lengthwise');
    expect(benchAnswer(draft({ look: 'strongest-land' }), MACHINE, SHOP).chosen?.point.id).toBe('crosswise');
  });

  it('suggests the plate and the machine for work that the hole would pull in', () => {
    const small = {
      ...MACHINE,
      id: 'small',
      name: 'Small hole',
      plateHoleMm: 1.6,
      plates: [{ holeMm: 1.6, feedDogHoleMm: 1.6 }],
    };
    const shop = { ...SHOP, machines: [MACHINE, small] };
    const thin = draft({
      layers: [{ materialId: 'denim', thicknessMm: 1.2, plies: 1 }],
      threadText: 'Tex 40',
      plateHoleMm: 2.8,
    });
    const { chosen, remedy } = benchAnswer(thin, MACHINE, shop);
    expect([chosen?.size.nm, chosen?.plate.verdict]).toEqual([100, 'swallows-thin-work']);
    expect(remedy?.machineIds).toEqual(['small']);
  });

  it('assesses a needle in hand on the machine before any work is given', () => {
    const inHand = (needleText: string) =>
      benchAnswer({ ...EMPTY_BENCH, machineId: MACHINE.id, needleText }, MACHINE, SHOP).inHand?.onMachine;
    expect(inHand('135x16 LR')).toEqual([]);
    expect(inHand('794 230 S')?.map(({ reason }) => reason)).toEqual(['other-clamp', 'needle-limit']);
    expect(inHand('#22')).toBeNull();
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
    const failed = reduce(saving, matchActions.refused({ problem }));
    expect([saving.saving, failed.saving, failed.draft.name, failed.problem]).toEqual([
      true,
      false,
      'Half typed',
      problem,
    ]);
  });

  it('keeps the list of set-ups in order of name when one is saved', () => {
    const other = { ...SETUP, id: 'other', name: 'Apron' };
    const listed = reduce(
      start,
      matchActions.listsRead({
        machines: [MACHINE],
        setups: [SETUP],
        balanced: [],
        cases: [],
        timings: [],
        hands: [],
      }),
    );
    const match = reduce(listed, matchActions.saved({ setup: other }));
    expect(matchFeature.selectSetups({ match }).map(({ name }) => name)).toEqual(['Apron', 'Strap']);
  });
});
