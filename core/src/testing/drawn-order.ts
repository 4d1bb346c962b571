import type { OrderProblem } from '../job-queue/index.js';

/**
 * Random jobs for tests and benchmarks: each of some kind, and changing over takes longer the further kinds are
 * apart. Some are due soon, some not at all.
 *
 * @param refused probability that a machine cannot take a job
 */
export function drawnOrder(
  jobs: number,
  machines: number,
  random: () => number,
  refused = 0.15,
): OrderProblem {
  const between = (low: number, high: number): number => low + (high - low) * random();
  const kinds = Array.from({ length: jobs }, () => Math.floor(between(0, 6)));
  const standing = Array.from({ length: machines }, () => Math.floor(between(0, 6)));
  const able = Array.from({ length: machines }, () => kinds.map(() => random() >= refused));
  const minutes = (from: number, to: number): number => (from === to ? 0 : 4 + 3 * Math.abs(from - to));
  return {
    machines,
    jobs: kinds.map(() => {
      const due = random() < 0.25 ? Infinity : between(20, (60 * jobs) / machines);
      return {
        sewMinutes: Math.round(between(5, 90)),
        dueMinutes: Array.from({ length: machines }, () => due * between(0.95, 1.05)),
      };
    }),
    changeMinutes: standing.map((kind, machine) =>
      [kind, ...kinds].map((from) =>
        kinds.map((to, job) =>
          able[machine]![job] ? minutes(from, to) + Math.round(between(0, 2)) : Infinity,
        ),
      ),
    ),
    lateWeight: 0.5,
  };
}

/**
 * The cost of an order, calculated independently of the planner; throws for one in which a job is missing, duplicated
 * or misplaced.
 */
export function checkOrder(
  { machines, jobs, changeMinutes, lateWeight }: OrderProblem,
  lanes: readonly (readonly number[])[],
): { readonly change: number; readonly late: number; readonly cost: number } {
  if (lanes.length !== machines) throw new Error(`${lanes.length} lanes for ${machines} machines`);
  const seen = new Set<number>();
  let [change, late] = [0, 0];
  for (let machine = 0; machine < machines; machine++) {
    let clock = 0;
    let row = 0;
    for (const job of lanes[machine]!) {
      if (seen.has(job)) throw new Error(`job ${job} twice`);
      seen.add(job);
      const minutes = changeMinutes[machine]![row]![job]!;
      if (!Number.isFinite(minutes)) return { change: Infinity, late: 0, cost: Infinity };
      change += minutes;
      clock += minutes + jobs[job]!.sewMinutes;
      late += Math.max(0, clock - jobs[job]!.dueMinutes[machine]!);
      row = job + 1;
    }
  }
  return { change, late, cost: change + lateWeight * late };
}
