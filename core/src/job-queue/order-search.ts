import { canGo, laneCost, type Lanes, type OrderProblem } from './order-problem.js';

/** Most jobs removed and reinserted at once. */
const MOST_RUINED = 8;
/** Steps of a search within its budget: each examines about this many places. */
const BUDGET = 60_000_000;
/** Share of the plan's cost by which a worse plan may be accepted at the start. */
const WARMTH = 0.02;

/**
 * Searches for a cheaper order: some jobs that are similar or near each other are removed and reinserted where they
 * cost least (ruin and recreate: Schrimpf et al. 2000), and worse plans are accepted with a probability that falls to
 * zero.
 *
 * @param start an order in which every job is where it can go
 * @param random uniform on 0 to below 1
 * @param effort multiple of the usual search
 */
export function searchOrder(problem: OrderProblem, start: Lanes, random: () => number, effort = 1): Lanes {
  const lanes = start.map((lane) => [...lane]);
  const costs = lanes.map((lane, machine) => laneCost(problem, machine, lane));
  const sum = (): number => costs.reduce((total, cost) => total + cost, 0);
  let current = sum();
  let best = { cost: current, lanes: start };
  const n = problem.jobs.length;
  const rounds = Math.round((effort * BUDGET) / (n * (n / problem.machines + 1) * MOST_RUINED + 1));
  for (let round = 0; round < rounds; round++) {
    const warmth = WARMTH * best.cost * (1 - round / rounds) ** 2;
    const before = lanes.map((lane) => [...lane]);
    const out = ruin(problem, lanes, random);
    for (const machine of out.machines) costs[machine] = laneCost(problem, machine, lanes[machine]!);
    const changed = new Set(out.machines);
    for (const job of out.jobs) changed.add(putBack(problem, lanes, costs, job, random));
    const made = sum();
    if (made > current - warmth * Math.log(1 - random())) {
      for (const machine of changed) {
        lanes[machine] = before[machine]!;
        costs[machine] = laneCost(problem, machine, lanes[machine]!);
      }
      current = sum();
      continue;
    }
    current = made;
    if (current < best.cost - 1e-9) best = { cost: current, lanes: lanes.map((lane) => [...lane]) };
  }
  return best.lanes;
}

/** Inserts every job where it adds least, the one due first first. */
export function firstOrder(problem: OrderProblem): Lanes {
  const lanes: number[][] = Array.from({ length: problem.machines }, () => []);
  const costs = lanes.map(() => 0);
  const dueOf = (job: number): number => Math.min(...problem.jobs[job]!.dueMinutes);
  const byDue = problem.jobs.map((_, job) => job).sort((a, b) => dueOf(a) - dueOf(b));
  for (const job of byDue) putBack(problem, lanes, costs, job, () => 1);
  return lanes;
}

/** Removes some jobs: those of a stretch of one lane, or any one with those most similar in set-up. */
function ruin(
  problem: OrderProblem,
  lanes: number[][],
  random: () => number,
): { readonly jobs: readonly number[]; readonly machines: readonly number[] } {
  const count = 1 + Math.floor(random() * Math.min(MOST_RUINED, problem.jobs.length));
  const first = Math.floor(random() * problem.jobs.length);
  const home = lanes.findIndex((lane) => lane.includes(first));
  const near =
    random() < 0.5 ? stretchOf(lanes[home]!, first, count) : alikeTo(problem, home, first, count, random);
  const machines: number[] = [];
  lanes.forEach((lane, machine) => {
    const kept = lane.filter((job) => !near.includes(job));
    if (kept.length === lane.length) return;
    machines.push(machine);
    lanes[machine] = kept;
  });
  const order = [...near];
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return { jobs: order, machines };
}

function stretchOf(lane: readonly number[], job: number, count: number): readonly number[] {
  const from = Math.max(0, Math.min(lane.indexOf(job), lane.length - count));
  return lane.slice(from, from + count);
}

/** A job and those that are cheapest to change over to from it, with some randomness. */
function alikeTo(
  problem: OrderProblem,
  machine: number,
  job: number,
  count: number,
  random: () => number,
): readonly number[] {
  const row = problem.changeMinutes[machine]![job + 1]!;
  return problem.jobs
    .map((_, other) => ({
      other,
      far: other === job ? -1 : (Number.isFinite(row[other]!) ? row[other]! : 1e6) * (0.3 + random()),
    }))
    .sort((a, b) => a.far - b.far)
    .slice(0, count)
    .map(({ other }) => other);
}

/** Inserts a job where it adds least, occasionally skipping a place, and returns the machine. */
function putBack(
  problem: OrderProblem,
  lanes: number[][],
  costs: number[],
  job: number,
  random: () => number,
): number {
  let best = { machine: -1, lane: [] as number[], added: Infinity };
  lanes.forEach((lane, machine) => {
    if (!canGo(problem, machine, job)) return;
    for (let at = 0; at <= lane.length; at++) {
      if (best.machine >= 0 && random() < SKIPPED) continue;
      const tried = [...lane.slice(0, at), job, ...lane.slice(at)];
      const added = laneCost(problem, machine, tried) - costs[machine]!;
      if (added < best.added) best = { machine, lane: tried, added };
    }
  });
  lanes[best.machine] = best.lane;
  costs[best.machine]! += best.added;
  return best.machine;
}

const SKIPPED = 0.02;
