import { randomLcg } from 'd3-random';
import { weibull } from '../life/index.js';
import { checkRounds } from '../testing/check-rounds.js';
import { drawnRounds } from '../testing/drawn-rounds.js';
import {
  compareRules,
  moveChange,
  moveCosts,
  needleForecast,
  needlesForPlan,
  planCost,
  planRounds,
  splitWork,
  type TriedMachine,
} from './index.js';

describe('moving a change', () => {
  it('costs the difference in the whole plan, and names the limits it breaks', () => {
    const problem = drawnRounds(10, 12, randomLcg(0.7));
    const plan = planRounds(problem, { random: randomLcg(0.3) });
    if ('conflicts' in plan) throw new Error('conflicts');
    const machine = plan.changes.findIndex((list) => list.length > 0);
    const from = plan.changes[machine]![0]!;
    const moves = moveCosts(problem, plan.changes, machine, from);
    expect(moves[from]).toEqual({ shift: from, cost: 0, conflicts: [] });
    for (const { shift, cost, conflicts } of moves) {
      const moved = moveChange(plan.changes, machine, from, shift);
      expect(cost).toBeCloseTo(planCost(problem, moved).total - plan.cost.total, 9);
      expect(checkRounds(problem, moved).broken.length > 0).toBe(conflicts.length > 0);
    }
    expect(moves.some(({ cost }) => cost > 0.1)).toBeTrue();
  });

  it('counts published changes, and names closed shifts and missing needles', () => {
    const drawn = drawnRounds(10, 12, randomLcg(0.7));
    const plan = planRounds(drawn, { random: randomLcg(0.3) });
    if ('conflicts' in plan) throw new Error('conflicts');
    const machine = plan.changes.findIndex((list) => list.length > 0);
    const from = plan.changes[machine]![0]!;
    const elsewhere = from === 0 ? 5 : from - 1;
    const published = drawn.machines.map((one, m) =>
      m === machine ? { ...one, published: [from], closed: [elsewhere], pinned: [] } : one,
    );
    const used = (kind: number, until: number): number =>
      plan.changes
        .flatMap((list, m) => (drawn.machines[m]!.kind === kind ? list : []))
        .filter((s) => s <= until).length;
    // Exactly as many needles by each shift as the plan uses: none may be used earlier.
    const stock = drawn.stock.map((row, kind) => row.map((_, shift) => used(kind, shift)));
    const problem = { ...drawn, machines: published, stock };
    const moves = moveCosts(problem, plan.changes, machine, from);
    for (const { shift, cost, conflicts } of moves) {
      const moved = moveChange(plan.changes, machine, from, shift);
      const before = planCost(problem, plan.changes).total;
      expect(cost).toBeCloseTo(planCost(problem, moved).total - before, 9);
      const broken = checkRounds(problem, moved).broken.join();
      const limits = conflicts.map(({ limit }) => limit);
      expect(limits.includes('closed')).withContext(broken).toBe(broken.includes('closed'));
      expect(limits.includes('needles')).withContext(broken).toBe(broken.includes('needles'));
    }
    expect(moves[elsewhere]!.conflicts.map(({ limit }) => limit)).toContain('closed');
  });

  it('can add one and remove one', () => {
    expect(moveChange([[2, 5]], 0, null, 3)).toEqual([[2, 3, 5]]);
    expect(moveChange([[2, 5]], 0, 5, null)).toEqual([[2]]);
    expect(moveChange([[2, 5]], 0, 5, 2)).toEqual([[2]]);
  });
});

describe('the work of a shift', () => {
  const task = (machine: number, zone: number, minutes: number, skill = 0) => ({
    machine,
    zone,
    skill,
    minutes,
  });
  it('is divided by what people can do, whole zones together, in walking order', () => {
    const tasks = [task(0, 0, 5), task(1, 0, 5), task(2, 0, 5), task(3, 1, 6, 1), task(4, 1, 6)];
    const { rounds, leftOver } = splitWork(
      tasks,
      [4, 4],
      [
        { minutes: 20, skills: [0] },
        { minutes: 20, skills: [0, 1] },
      ],
    );
    expect(leftOver).toEqual([]);
    expect(
      rounds.map(({ mechanic, minutes, tasks: own }) => [mechanic, minutes, own.map((one) => one.machine)]),
    ).toEqual([
      [0, 19, [0, 1, 2]],
      [1, 16, [3, 4]],
    ]);
  });

  it('goes to a second person if it is too much for one, and says what nobody can do', () => {
    const tasks = [task(0, 0, 8), task(1, 0, 8), task(2, 0, 8, 5)];
    const { rounds, leftOver } = splitWork(
      tasks,
      [2],
      [
        { minutes: 10, skills: [0] },
        { minutes: 12, skills: [0] },
      ],
    );
    expect(rounds.map(({ tasks: own }) => own.length)).toEqual([1, 1]);
    expect(leftOver.map(({ machine }) => machine)).toEqual([2]);
  });
});

describe('the needle forecast', () => {
  it('loses none to rounding', () => {
    // Ten tenths are one needle, though their sum is slightly less in floating point.
    const failures = Array.from({ length: 10 }, () => 0.1);
    expect(needlesForPlan({ onHand: 5, arriving: failures.map(() => 0), failures }).at(-1)).toBe(4);
  });

  const failures = [0.5, 0.5, 0.5, 0.5];
  // Poisson: the sum of failures has the variance of its mean, so two expected failures vary by 1.96 times root two.
  it('is the stock less what plan and failures use, with the spread of chance', () => {
    const { left, runsOut, mayRunOut, short } = needleForecast({
      onHand: 5,
      arriving: [0, 0, 0, 0],
      planned: [1, 1, 1, 1],
      failures,
    });
    expect(left.map(({ expected }) => expected)).toEqual([3.5, 2, 0.5, -1]);
    expect(left[3]!.low).toBeCloseTo(-1 - 1.959964 * Math.SQRT2, 6);
    expect([runsOut, mayRunOut, short]).toEqual([3, 1 + 1, 4]);
  });

  it('leaves the plan only what is not needed later', () => {
    expect(needlesForPlan({ onHand: 5, arriving: [0, 0, 0, 4], failures })).toEqual([3, 3, 3, 7]);
    expect(needlesForPlan({ onHand: 1, arriving: [0, 0, 0, 0], failures })).toEqual([0, 0, 0, 0]);
  });
});

describe('compared rules', () => {
  const SHIFTS = 28;
  const machine: TriedMachine = {
    zone: 0,
    ends: { wear: { shape: 2.4, scaleHours: 14 }, accidentsPerHour: 0.01 },
    ageHours: 0,
    hours: new Array<number>(SHIFTS).fill(3),
    changeMinutes: 5,
    wearMinutes: 14,
    accidentMinutes: 26,
    spoiledWork: 11,
    freshHours: 2,
  };
  const costs = { needle: 0.6, labourPerHour: 24, setupMinutes: [4] };
  const rules = [
    { rule: 'on-failure' },
    { rule: 'every-hours', hours: 6 },
    { rule: 'every-monday', shifts: [0, 10, 20] },
    { rule: 'plan', changes: [[2, 4, 6, 8, 10, 12, 14, 16, 18, 20, 22, 24, 26]] },
    { rule: 'as-done', agesHours: [6], plannedShare: 1 },
  ] as const;

  it('use the same needles: equal rules have equal results, and failures fall with planned changes', () => {
    const [failure, flat, monday, plan, done] = compareRules([machine], rules, costs, {
      runs: 400,
      random: randomLcg(0.2),
    });
    expect(failure!.changes.mean).toBe(0);
    expect(flat!.failures.mean).toBeLessThan(monday!.failures.mean);
    expect(monday!.failures.mean).toBeLessThan(failure!.failures.mean);
    expect(plan!.needles.mean).toBeGreaterThan(failure!.needles.mean);
    expect(done).toEqual(flat!);
    for (const { cost } of [failure!, flat!])
      expect(cost.low <= cost.mean && cost.mean <= cost.high).toBeTrue();
  });

  // Elementary renewal theorem: failures per hour tend to 1 over the mean life.
  it("fail as often as the needles' distribution says", () => {
    const long = {
      ...machine,
      hours: new Array<number>(400).fill(6),
      ends: { ...machine.ends, accidentsPerHour: 0 },
    };
    const [failure] = compareRules([long], [{ rule: 'on-failure' }], costs, {
      runs: 60,
      random: randomLcg(0.6),
    });
    const expected = 2400 / weibull(machine.ends.wear).meanHours;
    expect(failure!.failures.mean / expected).toBeCloseTo(1, 1);
    expect(failure!.spoiledWork.mean).toBeCloseTo(11 * failure!.failures.mean, 9);
  });

  it("start from the needles' present age", () => {
    const [young, old] = [0, 12].map(
      (ageHours) =>
        compareRules([{ ...machine, ageHours, hours: [3] }], [{ rule: 'on-failure' }], costs, {
          runs: 3000,
          random: randomLcg(0.9),
        })[0]!.failures.mean,
    );
    const { survival } = weibull(machine.ends.wear);
    const expected = 1 - (survival(15) / survival(12)) * Math.exp(-0.03);
    expect(old! / expected).toBeCloseTo(1, 1);
    expect(young!).toBeLessThan(old!);
  });
});
