import type { Changes, PlannedMachine, RoundsProblem } from '../rounds/index.js';

/**
 * Checks plans of rounds independently of the planner: costs by Simpson's rule on the definition, limits counted one
 * by one. It shares nothing with the planner but the types.
 */
export interface CheckedPlan {
  readonly total: number;
  /** What the plan breaks, in words. */
  readonly broken: readonly string[];
}

export function checkRounds(problem: RoundsProblem, changes: Changes): CheckedPlan {
  const broken: string[] = [];
  let total = 0;
  problem.machines.forEach((machine, m) => {
    const own = changes[m]!;
    own.forEach((shift, i) => {
      if (!Number.isInteger(shift) || shift < 0 || shift >= problem.shifts)
        broken.push(`${machine.id}: no shift ${shift}`);
      if (i > 0 && shift <= own[i - 1]!) broken.push(`${machine.id}: changes out of order`);
      if (machine.closed.includes(shift)) broken.push(`${machine.id}: closed in ${shift}`);
    });
    for (const shift of machine.pinned)
      if (!own.includes(shift)) broken.push(`${machine.id}: pin ${shift} moved`);
    for (const shift of machine.published) if (!own.includes(shift)) total += problem.pricePerMove;
    total += lifeCost(machine, own);
  });
  for (let shift = 0; shift < problem.shifts; shift++) {
    const there = problem.machines.filter((_, m) => changes[m]!.includes(shift));
    const zones = [...new Set(there.map(({ zone }) => zone))].map((zone) => problem.zones[zone]!);
    for (const { visitCost } of zones) total += visitCost;
    for (const limit of problem.minutes.filter((one) => one.shift === shift)) {
      let minutes =
        limit.skills === null ? zones.reduce((sum, { setupMinutes }) => sum + setupMinutes, 0) : 0;
      for (const { skill, changeMinutes } of there)
        if (limit.skills === null || limit.skills.includes(skill)) minutes += changeMinutes;
      if (minutes > Math.max(0, limit.minutes) + 1e-6)
        broken.push(`minutes in ${shift}: ${minutes} of ${limit.minutes}`);
    }
    problem.stock.forEach((most, kind) => {
      let used = 0;
      problem.machines.forEach((machine, m) => {
        if (machine.kind === kind) used += changes[m]!.filter((one) => one <= shift).length;
      });
      if (used > Math.max(0, most[shift]!))
        broken.push(`needles ${kind} by ${shift}: ${used} of ${most[shift]}`);
    });
  }
  return { total, broken };
}

function lifeCost(machine: PlannedMachine, own: readonly number[]): number {
  const hoursBetween = (from: number, to: number): number =>
    machine.hours.slice(from, to).reduce((sum, hours) => sum + hours, 0);
  const { bestHours } = machine.wearing;
  const stays = [...own, null].map((shift, i) => {
    const from = i === 0 ? 0 : own[i - 1]!;
    const age = (i === 0 ? machine.ageHours : 0) + hoursBetween(from, shift ?? machine.hours.length);
    return shift === null ? Math.max(age, bestHours) : age;
  });
  return stays.reduce(
    (sum, age, i) => sum + (i === 0 ? costFromNow(machine, age) : costOfAge(machine, age)),
    0,
  );
}

function costOfAge(machine: PlannedMachine, age: number): number {
  return needleCost(machine, age) + neglectCost(machine, age);
}

function costFromNow(machine: PlannedMachine, age: number): number {
  const now = machine.ageHours;
  const { bestHours } = machine.wearing;
  const past = now > bestHours ? needleCost(machine, now) : 0;
  const outlived = Math.min(20, 1 / alive(machine, now));
  return (
    Math.max(0, needleCost(machine, age) - past) * outlived +
    neglectCost(machine, age) -
    neglectCost(machine, now)
  );
}

function alive({ wearing: { ends } }: PlannedMachine, age: number): number {
  return Math.exp(-((age / ends.wear.scaleHours) ** ends.wear.shape) - ends.accidentsPerHour * age);
}

function neglectCost({ wearing }: PlannedMachine, age: number): number {
  return (wearing.runToFailurePerHour - wearing.costPerHour) * Math.max(0, age - 2.5 * wearing.bestHours);
}

function needleCost(machine: PlannedMachine, age: number): number {
  const { ends, costs, costPerHour } = machine.wearing;
  const mean = simpson((hours) => alive(machine, hours), age);
  const accidents = ends.accidentsPerHour * mean;
  const left = alive(machine, age);
  return (
    costs.planned * left +
    costs.wear * (1 - left - accidents) +
    costs.accident * accidents -
    costPerHour * mean
  );
}

function simpson(f: (x: number) => number, to: number, steps = 600): number {
  const step = to / steps;
  let sum = f(0) + f(to);
  for (let i = 1; i < steps; i++) sum += (i % 2 === 0 ? 2 : 4) * f(i * step);
  return (sum * step) / 3;
}
