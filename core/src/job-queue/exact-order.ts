import { canGo, type Lanes, type OrderProblem } from './order-problem.js';

/** A way to do a set of jobs on one machine, ending with one of them. */
interface Label {
  /** Changeover minutes so far: with the jobs known, they determine when the machine is free. */
  readonly change: number;
  readonly cost: number;
  readonly last: number;
  readonly before: Label | null;
}

/**
 * The best order of all, or null for more jobs than can be enumerated.
 *
 * On each machine, for each set of jobs and each last one, the ways not beaten in both time and cost are kept (Held
 * and Karp 1962, with labels as in resource-constrained shortest paths); then sets are assigned to machines, trying
 * all splits of each.
 */
export function exactOrder(problem: OrderProblem, mostWork = MOST_WORK): Lanes | null {
  const n = problem.jobs.length;
  if (problem.machines * 2 ** n * Math.max(1, n) ** 2 > mostWork || 3 ** n * problem.machines > 4 * mostWork)
    return null;
  const full = 2 ** n - 1;
  const sewn = sewMinutesOf(problem);
  const ends = Array.from({ length: problem.machines }, (_, machine) => endsOf(problem, machine, sewn));
  // dealt[m][S]: the least cost of the jobs S on the first m machines, and which of them the last of these takes.
  let costs: Float64Array = new Float64Array(full + 1).fill(Infinity);
  costs[0] = 0;
  const taken: Int32Array[] = [];
  for (const end of ends) {
    const next = new Float64Array(full + 1).fill(Infinity);
    const take = new Int32Array(full + 1);
    for (let set = 0; set <= full; set++)
      for (let own = set; ; own = (own - 1) & set) {
        const cost = costs[set ^ own]! + (own === 0 ? 0 : (end[own]?.cost ?? Infinity));
        if (cost < next[set]!) {
          next[set] = cost;
          take[set] = own;
        }
        if (own === 0) break;
      }
    costs = next;
    taken.push(take);
  }
  if (!Number.isFinite(costs[full]!)) return null;
  const lanes: (readonly number[])[] = [];
  let left = full;
  for (let machine = problem.machines - 1; machine >= 0; machine--) {
    const own = taken[machine]![left]!;
    lanes.unshift(own === 0 ? [] : pathOf(ends[machine]![own]!));
    left ^= own;
  }
  return lanes;
}

/** 12 jobs on 4 machines take well under a second. */
const MOST_WORK = 2_500_000;

/** The cheapest way to do each set of jobs on one machine, by set; none for a set that cannot be done there. */
function endsOf(problem: OrderProblem, machine: number, sewn: Float64Array): readonly (Label | undefined)[] {
  const n = problem.jobs.length;
  const able = problem.jobs.map((_, job) => canGo(problem, machine, job));
  const fullSet = able.reduce((set, can, job) => (can ? set | (1 << job) : set), 0);
  const table = problem.changeMinutes[machine]!;
  const labels: Label[][][] = Array.from({ length: 2 ** n }, () => []);
  const best: (Label | undefined)[] = [];
  for (let set = 1; set < 2 ** n; set++) {
    if ((set & fullSet) !== set) continue;
    for (let last = 0; last < n; last++) {
      if (!(set & (1 << last))) continue;
      const rest = set ^ (1 << last);
      const ways = rest === 0 ? [START] : labels[rest]!.flat();
      const made = ways.map((before) => {
        const minutes = table[before.last + 1]![last]!;
        const change = before.change + minutes;
        const late = change + sewn[set]! - problem.jobs[last]!.dueMinutes[machine]!;
        const cost = before.cost + minutes + (late > 0 ? problem.lateWeight * late : 0);
        return { change, cost, last, before: before === START ? null : before };
      });
      labels[set]![last] = unbeaten(made.filter(({ cost }) => Number.isFinite(cost)));
    }
    best[set] = labels[set]!.flat().reduce<Label | undefined>(
      (least, one) => (least === undefined || one.cost < least.cost ? one : least),
      undefined,
    );
  }
  return best;
}

const START: Label = { change: 0, cost: 0, last: -1, before: null };

/** Sewing minutes of every set of jobs. */
function sewMinutesOf({ jobs }: OrderProblem): Float64Array {
  const sewn = new Float64Array(2 ** jobs.length);
  for (let set = 1; set < sewn.length; set++) {
    const lowest = 31 - Math.clz32(set & -set);
    sewn[set] = sewn[set & (set - 1)]! + jobs[lowest]!.sewMinutes;
  }
  return sewn;
}

/** Those not beaten in both time and cost. */
function unbeaten(labels: Label[]): Label[] {
  labels.sort((a, b) => a.change - b.change || a.cost - b.cost);
  let least = Infinity;
  return labels.filter(({ cost }) => {
    const kept = cost < least;
    if (kept) least = cost;
    return kept;
  });
}

function pathOf(end: Label): readonly number[] {
  const path: number[] = [];
  for (let label: Label | null = end; label !== null; label = label.before) path.unshift(label.last);
  return path;
}
