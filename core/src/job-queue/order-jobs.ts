import { exactOrder } from './exact-order.js';
import { orderBound } from './order-bound.js';
import {
  canGo,
  orderCost,
  requireProblem,
  type LaneCost,
  type Lanes,
  type OrderProblem,
} from './order-problem.js';
import { firstOrder, searchOrder } from './order-search.js';

/** Jobs assigned to machines and put in order. */
export interface JobOrder extends LaneCost {
  readonly lanes: Lanes;
  /** Jobs that no machine can take. */
  readonly nowhere: readonly number[];
  /** No order is cheaper than this. */
  readonly bound: number;
  /** Whether it is proven cheapest. */
  readonly proven: boolean;
}

/**
 * Assigns jobs to machines and orders them so that changeover minutes and weighted late minutes together are least:
 * by enumeration for a few jobs, by search for many.
 *
 * @param random uniform on 0 to below 1
 * @param started orders to start the search from, such as the present one; the result is never more expensive
 * @throws OutOfRange for an invalid problem
 */
export function orderJobs(
  problem: OrderProblem,
  random: () => number,
  started: readonly Lanes[] = [],
  effort = 1,
): JobOrder {
  requireProblem(problem);
  const all = problem.jobs.map((_, job) => job);
  const somewhere = all.filter((job) => machinesFor(problem, job).length > 0);
  const nowhere = all.filter((job) => !somewhere.includes(job));
  const part = partOf(problem, somewhere);
  const back = (lanes: Lanes): Lanes => lanes.map((lane) => lane.map((job) => somewhere[job]!));
  const exact = exactOrder(part);
  if (exact) {
    const lanes = back(exact);
    const made = orderCost(problem, lanes);
    return { lanes, nowhere, ...made, bound: made.cost, proven: true };
  }
  const starts = [
    firstOrder(part),
    ...started.map((lanes) => lanes.map((lane) => lane.map((job) => somewhere.indexOf(job)))),
  ].filter((lanes) => isWhole(part, lanes));
  const costOf = (lanes: Lanes): number => orderCost(part, lanes).cost;
  const start = starts.reduce((least, one) => (costOf(one) < costOf(least) ? one : least));
  const lanes = back(searchOrder(part, start, random, effort));
  const made = orderCost(problem, lanes);
  const bound = Math.min(made.cost, orderBound(part));
  return { lanes, nowhere, ...made, bound, proven: made.cost - bound <= 1e-9 };
}

/** Machines that a job can go on. */
export const machinesFor = (problem: OrderProblem, job: number): readonly number[] =>
  Array.from({ length: problem.machines }, (_, machine) => machine).filter((machine) =>
    canGo(problem, machine, job),
  );

/** The problem restricted to some of its jobs. */
function partOf(problem: OrderProblem, kept: readonly number[]): OrderProblem {
  if (kept.length === problem.jobs.length) return problem;
  return {
    ...problem,
    jobs: kept.map((job) => problem.jobs[job]!),
    changeMinutes: problem.changeMinutes.map((table) =>
      [table[0]!, ...kept.map((job) => table[job + 1]!)].map((row) => kept.map((job) => row[job]!)),
    ),
  };
}

/** Every job once, each where it can go. */
function isWhole(problem: OrderProblem, lanes: Lanes): boolean {
  const placed = lanes.flat();
  return (
    lanes.length === problem.machines &&
    placed.length === problem.jobs.length &&
    new Set(placed).size === placed.length &&
    lanes.every((lane, machine) => lane.every((job) => job >= 0 && canGo(problem, machine, job)))
  );
}
