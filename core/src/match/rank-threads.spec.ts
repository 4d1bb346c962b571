import { leatherOzToMm } from '../units/index.js';
import { stackOf } from '../material/index.js';
import { NEEDLE_SYSTEMS } from '../needle/index.js';
import { SHIPPED_VALUES } from '../reference/index.js';
import { THREAD_CONSTRUCTIONS } from '../thread/index.js';
import { COMPOUND, HIDE_AND_DUCK, schools } from '../testing/bench-examples.js';
import {
  bestNeedle,
  rankNeedles,
  rankThreads,
  stepsOutside,
  threadForStack,
  threadOnBench,
  threadsForNeedle,
  type ThreadQuestion,
} from './index.js';

const leather = (oz: number) =>
  stackOf([{ materialId: 'veg-tan-side', thicknessMm: leatherOzToMm(oz), plies: 1 }]);
const question = (change: Partial<ThreadQuestion> = {}): ThreadQuestion => ({
  machine: COMPOUND,
  stack: HIDE_AND_DUCK,
  stitchLengthMm: 4,
  schools: schools(),
  use: 'indoor',
  ...change,
});

describe('thread for a stack', () => {
  // Common practice by leather weight: 3-5 oz size 46-69, 6-8 oz 92-138, to 12 oz 207-277.
  it("follows the trade's leather-weight table", () => {
    const range = (oz: number) => [threadForStack(leather(oz)).lowTex, threadForStack(leather(oz)).highTex];
    expect([3, 4, 5].map(range)).toEqual([
      [45, 70],
      [45, 70],
      [45, 70],
    ]);
    expect([6, 7, 8].map(range)).toEqual([
      [90, 135],
      [90, 135],
      [90, 135],
    ]);
    expect([9, 12].map(range)).toEqual([
      [210, 270],
      [210, 270],
    ]);
  });

  it('counts steps outside the range and none inside', () => {
    const range = threadForStack(leather(7));
    expect(stepsOutside(135, range)).toBe(0);
    expect(stepsOutside(70, range)).toBe(1);
    expect(stepsOutside(270, range)).toBe(2);
  });
});

describe('ranking threads with their needles', () => {
  it('gives each thread the needle that ranks first, at the cost it was weighed at', () => {
    const { ranked } = rankThreads(question());
    for (const { thread, needle, stepsOff, kindSuits, cost } of ranked) {
      const [best] = rankNeedles({ ...question(), thread }).ranked;
      expect(needle).toEqual(best!);
      expect(bestNeedle({ ...question(), thread })).toEqual(best!);
      const own =
        SHIPPED_VALUES['weight.thread-steps'].value * stepsOff +
        SHIPPED_VALUES['weight.thread-kind'].value * (1 - kindSuits);
      expect(cost - own).toBeCloseTo(needle.cost, 9);
    }
    expect(ranked.map(({ cost }) => cost)).toEqual(ranked.map(({ cost }) => cost).sort((a, b) => a - b));
  });

  // Common practice: bonded thread for heavy work, polyester in the sun, aramid in the heat.
  it('picks the kind of thread for the conditions of use', () => {
    const first = (use: ThreadQuestion['use']) => rankThreads(question({ use })).ranked[0]?.construction.id;
    expect(first('indoor')).toMatch(/^bonded/);
    expect(first('outdoor')).toBe('bonded-polyester');
    expect(first('heat')).toBe('aramid');
  });

  it("offers no thread beyond the machine's limits", () => {
    const { ranked } = rankThreads(
      question({ machine: { ...COMPOUND, threadTex: { least: 60, most: 90 } } }),
      40,
    );
    expect(ranked.length).toBeGreaterThan(3);
    expect(ranked.every(({ thread }) => thread.tex >= 60 && thread.tex <= 90)).toBeTrue();
  });

  it('weighs more than 20,000 combinations over the whole catalogue', () => {
    const machine = { ...COMPOUND, systemIds: NEEDLE_SYSTEMS.map(({ id }) => id), plateHoleMm: 4 };
    expect(rankThreads(question({ machine })).weighed).toBeGreaterThan(20_000);
  });
});

describe('threads for a needle in hand', () => {
  // Common practice: Tex 135 on 140 a good match, Tex 210 on 140 only by the tight-eye school.
  it('are judged as the trade judges them', () => {
    const bonded = threadsForNeedle(140).find(({ construction }) => construction.id === 'bonded-nylon')!;
    const judged = (tex: number) => bonded.threads.find(({ thread }) => thread.tex === tex)?.judged;
    expect(judged(135)?.band).toBe('well-matched');
    expect(judged(210)?.acceptedBy).toEqual(['snug']);
    expect(judged(45)?.band).toBe('too-loose');
    expect(judged(400)).toBeUndefined();
  });

  it('leave out what must not be sewn by machine', () => {
    const kinds = threadsForNeedle(110).map(({ construction }) => construction.id);
    expect(kinds.length).toBe(THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null).length);
    expect(kinds).not.toContain('waxed-hand');
    expect(() => threadOnBench('string', 100)).toThrowError(/constructionId is "string"/);
  });
});
