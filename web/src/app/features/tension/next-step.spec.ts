import { anyJudge, JUDGE_KINDS, withShopValues, type JudgeWeights } from '@gantelet/core';
import type { BobbinReading, LoggedSeam, TensionView } from '@gantelet/contracts';
import { MACHINE, TENSION } from '../../testing/examples';
import { balanceSearch } from './balance-search';
import { nextStep, type SearchWay } from './next-step';
import { stripSettings } from './strip-plan';
import { tensionActions, tensionFeature } from './tension.state';

const VALUES = withShopValues([]);
const WAY: SearchWay = { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' };
const step = (change: Partial<TensionView> = {}, way = WAY) =>
  nextStep({ ...TENSION, ...change }, way, VALUES);

const seam = (turns: number, grade: LoggedSeam['grade'], minute = 0): LoggedSeam => ({
  id: `${turns} ${grade} ${minute}`,
  turns,
  grade,
  bothTight: false,
  bobbinDrop: null,
  lockDepth: null,
  preTensionTurns: null,
  bobbinContrast: false,
  stripId: null,
  sewnAt: `2026-03-04T09:${String(minute).padStart(2, '0')}:00.000Z`,
  sewnBy: 'Test mechanic',
});
const reading = (change: Partial<BobbinReading>): BobbinReading => ({
  id: 'r',
  setupId: TENSION.setup.id,
  tex: TENSION.setup.thread.tex,
  method: 'drop',
  outcome: 'creeps',
  grams: null,
  tensionCn: null,
  screwTurns: 0,
  readAt: '2026-03-04T09:05:00.000Z',
  readBy: 'Test mechanic',
  ...change,
});
const logged = (n: number) =>
  Array.from({ length: n }, (_, i) => ({
    setupId: `s${i}`,
    name: `Work ${i}`,
    tex: 60 + 50 * i,
    threadDiameterMm: 0.3 + 0.05 * i,
    stackMm: 2 + i,
    turns: 3.5 + 0.4 * i,
  }));

describe('the search request', () => {
  it('starts from the plain rule on a machine without a log, and says how little that is', () => {
    const { prediction, question } = step();
    expect([prediction.learnedFrom, prediction.tooLittle, question.seams.length]).toEqual([0, true, 0]);
    expect(prediction.sdTurns).toBeGreaterThan(1);
  });

  it('predicts a sixth work from five balanced ones on the machine', () => {
    const { prediction } = step({ logged: logged(5) });
    expect([prediction.learnedFrom, prediction.tooLittle]).toEqual([5, false]);
    expect(prediction.highTurns - prediction.lowTurns).toBeLessThan(step().prediction.sdTurns * 2);
    expect(prediction.meanTurns).toBeCloseTo(4.5, 0);
  });

  it('counts only seams since the bobbin screw was last turned, and none that puckered', () => {
    const seams = [
      seam(3, 'dots-below', 1),
      seam(4, 'balanced', 7),
      { ...seam(4, 'balanced', 8), bothTight: true },
    ];
    const turned = reading({ method: 'screw', outcome: null, screwTurns: 0.25 });
    expect(step({ seams, bobbin: [turned] }).seams.map(({ sewnAt }) => sewnAt.slice(14, 16))).toEqual(['07']);
    expect(step({ seams, bobbin: [reading({})] }).seams.length).toBe(2);
    const swap = (caseId: string, minute: number) => ({ caseId, putInAt: `2026-03-04T09:${minute}:00.000Z` });
    const minutes = (caseSwaps: TensionView['caseSwaps']) =>
      step({ seams, caseSwaps }).seams.map(({ sewnAt }) => sewnAt.slice(14, 16));
    const all = minutes([]);
    expect(minutes([swap('a', 10)])).toEqual(all);
    // Another case in between: seams sewn earlier with the present case count again.
    expect(minutes([swap('a', 10), swap('b', 11)])).toEqual([]);
    expect(minutes([swap('a', 10), swap('b', 11), swap('a', 12)])).toEqual(all);
  });

  it('consults the bobbin by the school and by the steps the thread moved', () => {
    expect(step().bobbin.advice).toEqual({ do: 'leave', because: 'school' });
    expect(step({}, { ...WAY, bobbin: 'bobbin-first' }).bobbin.advice.do).toBe('drop-test');
    const jump = step({ presentTex: 45 }).bobbin;
    expect([jump.threadSteps, jump.advice]).toEqual([
      3,
      { do: 'turn', turns: 0.5, tighter: false, because: 'thread-jump' },
    ]);
    expect(step({ presentTex: 45, bobbin: [reading({})] }).bobbin.advice).toEqual({
      do: 'leave',
      because: 'proved',
    });
  });

  it('counts steps from the thread the case was set for, and uses a drop test only for its own thread', () => {
    const other = reading({ setupId: 'other work', tex: 45 });
    const { bobbin } = step({ presentTex: 270, bobbin: [other] });
    expect([bobbin.fromTex, bobbin.threadSteps, bobbin.drop]).toEqual([45, 3, null]);
    expect(bobbin.advice.do).toBe('turn');
    const turned = reading({ method: 'screw', outcome: null, screwTurns: -0.125 });
    expect(step({ bobbin: [reading({}), turned] }).bobbin.drop).toBeNull();
  });

  it('announces a jump of two sizes and starts on the loose side', () => {
    const far = logged(2).map((one) => ({ ...one, tex: 45 }));
    const { prediction, question } = step({ logged: far });
    expect(prediction.jumpSteps).toBe(3);
    expect(question.way.atMostTurns).toBe(prediction.meanTurns);
    expect(step({ logged: logged(3) }).question.way.atMostTurns).toBe(Infinity);
  });

  it('moves bit by bit if the shop does', () => {
    const seams = [seam(3, 'loops-below', 7)];
    const longest = (way: SearchWay) => step({ seams }, way).question.way.longestMoveTurns;
    expect([longest(WAY), longest({ ...WAY, step: 'bit-by-bit' })]).toEqual([2, 1]);
    expect(step({ seams }).question.way.fromTurns).toBe(3);
  });

  it('reads seams as their own judge would', () => {
    const lax = Object.fromEntries(JUDGE_KINDS.map((kind) => [kind, kind === 'lax' ? 1 : 0])) as JudgeWeights;
    const judges = [{ name: 'Test mechanic', known: 40, weights: lax }];
    const judge = (seams: readonly LoggedSeam[], person: string | null) =>
      nextStep({ ...TENSION, seams: [...seams] }, WAY, VALUES, judges, person).question.judge;
    expect(judge([seam(3, 'balanced')], 'Somebody else')).toEqual(lax);
    expect(judge([], 'Test mechanic')).toEqual(lax);
    expect(judge([], 'Somebody else')).toEqual(anyJudge(VALUES));
  });

  it('recognises a worn bobbin spring from its own readings since the screw was turned', () => {
    const on = (day: number, tensionCn: number, more: Partial<BobbinReading> = {}) =>
      reading({
        id: `${day}`,
        method: 'gauge',
        outcome: null,
        tensionCn,
        readAt: `2026-02-${String(day).padStart(2, '0')}T09:00:00.000Z`,
        ...more,
      });
    const falling = [on(8, 104), on(12, 98), on(16, 93), on(20, 87), on(24, 82)];
    expect(step({ bobbin: falling }).bobbin.wear?.readings).toBe(5);
    const other = falling.map((one) => ({ ...one, setupId: 'other work' }));
    expect(step({ bobbin: other }).bobbin.wear).toBeNull();
    const turned = [...falling.slice(0, 3), on(20, 87, { screwTurns: -0.125 }), on(24, 82)];
    expect(step({ bobbin: turned }).bobbin.wear).toBeNull();
  });

  it('derives tensions from weights and gauges', () => {
    const bobbin = [
      reading({ method: 'weight', grams: 80 }),
      reading({ method: 'gauge', outcome: null, tensionCn: 96 }),
      reading({}),
    ];
    const middles = step({ bobbin }).bobbin.tensions.map(({ middleCn }) => Math.round(middleCn));
    expect(middles).toEqual([94, 96]);
  });

  it('finds seams unsteady if they differ at one setting', () => {
    expect(step({ seams: [seam(4, 'dots-below', 1), seam(4, 'dots-on-top', 2)] }).unsteady).toBeTrue();
    expect(step({ seams: [seam(4, 'dots-below', 1), seam(4.5, 'dots-on-top', 2)] }).unsteady).toBeFalse();
  });

  it('assumes a travel for a knob that nobody has counted', () => {
    expect(step({ machine: { ...MACHINE, knob: null } }).travelTurns).toBe(8);
  });
});

describe('the search in the worker', () => {
  it('answers with advice, a curve over the whole knob and a summary', () => {
    const { advice, curve, summary } = balanceSearch(step({ seams: [seam(3, 'dots-below')] }).question);
    expect(advice.do).toBe('sew');
    expect([curve[0]?.turns, curve.at(-1)?.turns]).toEqual([0, 8]);
    expect(summary.meanTurns).toBeGreaterThan(3);
  });

  it("reproduces last month's setting exactly, from its seams", () => {
    const seams = [
      seam(3, 'dots-below', 1),
      seam(5, 'dots-on-top', 2),
      seam(4, 'balanced', 3),
      seam(4, 'balanced', 4),
    ];
    const now = balanceSearch(step({ seams }).question).advice;
    const again = balanceSearch(step({ seams: [...seams] }).question).advice;
    expect(again).toEqual(now);
    expect(now.keep.turns).toBeGreaterThan(3.2);
    expect(now.keep.turns).toBeLessThan(4.8);
  });
});

describe('a ladder strip', () => {
  it("lies about the middle of the belief, loosest first, within the knob's travel", () => {
    expect(stripSettings(4, 0.8, 5, 'light', 8)).toEqual(
      [3.25, 3.625, 4, 4.375, 4.75].map((x) => Math.round(x * 8) / 8),
    );
    expect(stripSettings(0.2, 2, 5, 'heavy', 10)[0]).toBe(0);
    const high = stripSettings(9.9, 2, 5, 'heavy', 10);
    expect(high.at(-1)).toBeLessThanOrEqual(10);
    expect(new Set(high).size).toBe(high.length);
  });
});

describe('the state of Tension', () => {
  const reduce = tensionFeature.reducer;
  const start = reduce(undefined, { type: 'start' });

  it('keeps a half-judged seam when the same set-up is opened again, and drops it for another', () => {
    const read = reduce(start, tensionActions.viewRead({ view: TENSION }));
    const judged = reduce(read, tensionActions.draftChanged({ change: { grade: 'balanced' } }));
    const same = reduce(judged, tensionActions.opened({ setupId: TENSION.setup.id }));
    const other = reduce(judged, tensionActions.opened({ setupId: 'another' }));
    expect([same.draft.grade, other.draft.grade, other.view]).toEqual(['balanced', null, null]);
  });

  it('uses the recommended setting until another is set by hand', () => {
    const { question } = step();
    const search = balanceSearch(question);
    const found = reduce(start, tensionActions.searched({ question, search }));
    const set = reduce(found, tensionActions.draftChanged({ change: { turns: 3 } }));
    expect(tensionFeature.selectTurns({ tension: found })).toBe(search.advice.turns);
    expect(tensionFeature.selectTurns({ tension: set })).toBe(3);
  });

  it('asks again what was ruled out when another grade is chosen', () => {
    const ruled = reduce(start, tensionActions.draftChanged({ change: { grade: 'loops-below' } }));
    const sure = reduce(ruled, tensionActions.draftChanged({ change: { ruledOut: true } }));
    const other = reduce(sure, tensionActions.draftChanged({ change: { grade: 'balanced' } }));
    expect([sure.draft.ruledOut, other.draft.ruledOut]).toEqual([true, false]);
  });
});
