import { randomLcg } from 'd3-random';
import { checkOrder, drawnOrder } from '../testing/drawn-order.js';
import { cheapestPairing, orderBound, orderJobs, timetable, type Lanes, type OrderProblem } from './index.js';

/** The cheapest order, by brute force: each job in every place of every lane. */
function byTryingAll(problem: OrderProblem): number {
  let best = Infinity;
  const lanes: number[][] = Array.from({ length: problem.machines }, () => []);
  const place = (job: number): void => {
    if (job === problem.jobs.length) {
      best = Math.min(best, checkOrder(problem, lanes).cost);
      return;
    }
    for (const lane of lanes)
      for (let at = 0; at <= lane.length; at++) {
        lane.splice(at, 0, job);
        place(job + 1);
        lane.splice(at, 1);
      }
  };
  place(0);
  return best;
}

/** First come, first served: each job in turn on the machine that is free for it soonest. */
function firstCome(problem: OrderProblem): Lanes {
  const lanes: number[][] = Array.from({ length: problem.machines }, () => []);
  problem.jobs.forEach((_, job) => {
    const ends = lanes.map((lane, machine) =>
      Number.isFinite(problem.changeMinutes[machine]![0]![job]!)
        ? timetable(problem, machine, [...lane, job]).at(-1)!.endMinute
        : Infinity,
    );
    lanes[ends.indexOf(Math.min(...ends))]!.push(job);
  });
  return lanes;
}

describe('the order of jobs', () => {
  it('is optimal for a few jobs, and says so', () => {
    const random = randomLcg(5);
    for (let i = 0; i < 40; i++) {
      const problem = drawnOrder(1 + (i % 5), 1 + (i % 3), random);
      const order = orderJobs(problem, random);
      expect(order.proven).toBeTrue();
      const checked = checkOrder(problem, order.lanes);
      expect(checked.cost).toBeCloseTo(order.cost, 9);
      if (order.nowhere.length === 0) expect(order.cost).toBeCloseTo(byTryingAll(problem), 9);
    }
  });

  it('enumerates 12 jobs on 4 machines, and search alone comes within 1 in 100', () => {
    const random = randomLcg(11);
    const problem = drawnOrder(12, 4, random, 0);
    const order = orderJobs(problem, random);
    expect(order.proven).toBeTrue();
    expect(order.bound).toBe(order.cost);
    const wide: OrderProblem = {
      ...problem,
      // A thirteenth job that costs nothing anywhere, so that orders are not enumerated.
      jobs: [...problem.jobs, { sewMinutes: 0, dueMinutes: problem.jobs[0]!.dueMinutes.map(() => Infinity) }],
      changeMinutes: problem.changeMinutes.map((table) => [
        ...table.map((row) => [...row, 0]),
        [...table[0]!.map(() => Infinity), 0],
      ]),
    };
    const searched = orderJobs(wide, randomLcg(3));
    expect(searched.cost).toBeLessThanOrEqual(order.cost * 1.01 + 1e-9);
  });

  it('of many jobs is never below its bound, and never worse than first come or the present order', () => {
    const random = randomLcg(23);
    for (const [jobs, machines] of [
      [20, 3],
      [30, 8],
      [16, 1],
    ] as const) {
      const problem = drawnOrder(jobs, machines, random, machines > 1 ? 0.15 : 0);
      const stands = firstCome(problem);
      const order = orderJobs(problem, random, [stands], 0.1);
      expect(checkOrder(problem, order.lanes).cost).toBeCloseTo(order.cost, 6);
      expect(order.cost).toBeLessThanOrEqual(checkOrder(problem, stands).cost + 1e-9);
      expect(order.bound).toBeLessThanOrEqual(order.cost + 1e-9);
      expect(order.bound).toBeGreaterThan(0);
    }
  });

  it('has a bound that no order of a small shop beats', () => {
    const random = randomLcg(31);
    for (let i = 0; i < 30; i++) {
      const problem = drawnOrder(1 + (i % 5), 1 + (i % 3), random);
      if (orderJobs(problem, random).nowhere.length > 0) continue;
      expect(orderBound(problem)).toBeLessThanOrEqual(byTryingAll(problem) + 1e-9);
    }
  });

  it('reports jobs that no machine can take, and orders the others', () => {
    const random = randomLcg(2);
    const problem = drawnOrder(4, 2, random, 0);
    const none = problem.changeMinutes.map((table) =>
      table.map((row) => row.map((minutes, job) => (job === 2 ? Infinity : minutes))),
    );
    const order = orderJobs({ ...problem, changeMinutes: none }, random);
    expect(order.nowhere).toEqual([2]);
    expect(order.lanes.flat().sort()).toEqual([0, 1, 3]);
  });

  it('of nothing is empty, and an invalid problem is refused', () => {
    const empty = { machines: 2, jobs: [], changeMinutes: [[[]], [[]]], lateWeight: 1 };
    expect(orderJobs(empty, () => 0)).toEqual(
      jasmine.objectContaining({ lanes: [[], []], cost: 0, bound: 0, proven: true }),
    );
    const problem = drawnOrder(3, 1, randomLcg(1), 0);
    expect(() => orderJobs({ ...problem, machines: 2 }, () => 0)).toThrowError(/changeMinutes/);
    expect(() => orderJobs({ ...problem, lateWeight: NaN }, () => 0)).toThrowError(/lateWeight/);
  });

  // Worked by hand: change 5 and sew 10, due at 12, so 3 late; then change 2 and sew 4, ends at 21, due at 30.
  it('gives a timetable of changeovers, sewing and lateness', () => {
    const problem: OrderProblem = {
      machines: 1,
      jobs: [
        { sewMinutes: 10, dueMinutes: [12] },
        { sewMinutes: 4, dueMinutes: [30] },
      ],
      changeMinutes: [
        [
          [5, 9],
          [0, 2],
          [7, 0],
        ],
      ],
      lateWeight: 2,
    };
    expect(timetable(problem, 0, [0, 1])).toEqual([
      { job: 0, machine: 0, changeMinutes: 5, startMinute: 5, endMinute: 15, lateMinutes: 3 },
      { job: 1, machine: 0, changeMinutes: 2, startMinute: 17, endMinute: 21, lateMinutes: 0 },
    ]);
    expect(orderJobs(problem, () => 0).cost).toBe(5 + 2 + 2 * 3);
  });

  // A small assignment problem worked by hand: 1 + 2 + 2 along the antidiagonal.
  it('assigns at the least sum', () => {
    expect(
      cheapestPairing([
        [4, 1, 3],
        [2, 0, 5],
        [3, 2, 2],
      ]),
    ).toBe(5);
    expect(cheapestPairing([[7, 3, 9, 4]])).toBe(3);
  });
});
