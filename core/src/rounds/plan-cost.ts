import { latenessOf } from './lateness.js';
import type { Changes, PlanCost, PlannedMachine, RoundsProblem } from './rounds-problem.js';

/** Cost of one machine's changes, late and early separately. */
export interface PathCost {
  readonly lateness: number;
  readonly earlyWaste: number;
}

/** The cost of a machine's changes in some shifts, ascending, over the horizon. */
export function pathCost(machine: PlannedMachine, changes: readonly number[]): PathCost {
  const { bestHours, penalty, penaltyFrom } = latenessOf(machine.wearing);
  const costOf = (first: boolean, age: number): number =>
    first ? penaltyFrom(machine.ageHours, age) : penalty(age);
  let [lateness, earlyWaste] = [0, 0];
  let age = machine.ageHours;
  let shift = 0;
  changes.forEach((s, i) => {
    for (; shift < s; shift++) age += machine.hours[shift]!;
    if (age < bestHours) earlyWaste += costOf(i === 0, age);
    else lateness += costOf(i === 0, age);
    age = 0;
  });
  for (; shift < machine.hours.length; shift++) age += machine.hours[shift]!;
  // A needle still in at the end comes out at its best hours, or at once if these have passed.
  lateness += costOf(changes.length === 0, Math.max(age, bestHours));
  return { lateness, earlyWaste };
}

/** The cost of a plan, itemised. */
export function planCost(problem: RoundsProblem, changes: Changes): PlanCost {
  const { machines, zones, pricePerMove, shifts } = problem;
  let [lateness, earlyWaste, moves] = [0, 0, 0];
  const visited = new Set<number>();
  machines.forEach((machine, m) => {
    const path = pathCost(machine, changes[m]!);
    lateness += path.lateness;
    earlyWaste += path.earlyWaste;
    moves += pricePerMove * machine.published.filter((s) => !changes[m]!.includes(s)).length;
    for (const s of changes[m]!) visited.add(machine.zone * shifts + s);
  });
  let visits = 0;
  for (const at of visited) visits += zones[Math.floor(at / shifts)]!.visitCost;
  return { lateness, earlyWaste, visits, moves, total: lateness + earlyWaste + visits + moves };
}
