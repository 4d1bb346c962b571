import { OutOfRange } from '../standing/index.js';

/** A waiting job, as far as the order depends on it. */
export interface WaitingJob {
  readonly sewMinutes: number;
  /**
   * Working minutes from now until it is due, by machine, since zones work different shifts. Infinity without a due
   * date.
   */
  readonly dueMinutes: readonly number[];
}

/** Jobs and machines, and the cost of going from one job to the next. */
export interface OrderProblem {
  readonly machines: number;
  readonly jobs: readonly WaitingJob[];
  /**
   * Changeover minutes by machine, from its state and to each job. Row 0 is the machine's present state, row j + 1
   * the machine after job j. Infinity for a job that cannot go on that machine.
   */
  readonly changeMinutes: readonly (readonly (readonly number[])[])[];
  /** How many changeover minutes a late minute weighs. */
  readonly lateWeight: number;
}

/** Jobs by machine, in the order they are sewn there. */
export type Lanes = readonly (readonly number[])[];

/** The cost of one machine's lane: changeover minutes, late minutes, and both weighted together. */
export interface LaneCost {
  readonly changeMinutes: number;
  readonly lateMinutes: number;
  readonly cost: number;
}

/** One job in its place. Working minutes from now. */
export interface PlacedJob {
  readonly job: number;
  readonly machine: number;
  readonly changeMinutes: number;
  readonly startMinute: number;
  readonly endMinute: number;
  readonly lateMinutes: number;
}

/** When each job of a lane is sewn and how late it is. */
export function timetable(
  problem: OrderProblem,
  machine: number,
  lane: readonly number[],
): readonly PlacedJob[] {
  let minute = 0;
  let before = 0;
  return lane.map((job) => {
    const { sewMinutes, dueMinutes } = problem.jobs[job]!;
    const changeMinutes = problem.changeMinutes[machine]![before]![job]!;
    const startMinute = minute + changeMinutes;
    minute = startMinute + sewMinutes;
    before = job + 1;
    const lateMinutes = Math.max(0, minute - dueMinutes[machine]!);
    return { job, machine, changeMinutes, startMinute, endMinute: minute, lateMinutes };
  });
}

/** The cost of a lane; Infinity if it has a job that cannot go there. */
export function laneCost(problem: OrderProblem, machine: number, lane: readonly number[]): number {
  const table = problem.changeMinutes[machine]!;
  let [minute, before, cost] = [0, 0, 0];
  for (const job of lane) {
    const { sewMinutes, dueMinutes } = problem.jobs[job]!;
    const change = table[before]![job]!;
    minute += change + sewMinutes;
    cost += change;
    const late = minute - dueMinutes[machine]!;
    if (late > 0) cost += problem.lateWeight * late;
    before = job + 1;
  }
  return cost;
}

/** The cost of all lanes together. */
export function orderCost(problem: OrderProblem, lanes: Lanes): LaneCost {
  const placed = lanes.flatMap((lane, machine) => timetable(problem, machine, lane));
  const changeMinutes = placed.reduce((sum, one) => sum + one.changeMinutes, 0);
  const lateMinutes = placed.reduce((sum, one) => sum + one.lateMinutes, 0);
  return { changeMinutes, lateMinutes, cost: changeMinutes + problem.lateWeight * lateMinutes };
}

/** Whether a job can go on a machine at all. */
export const canGo = (problem: OrderProblem, machine: number, job: number): boolean =>
  Number.isFinite(problem.changeMinutes[machine]![0]![job]!);

/** @throws OutOfRange for minutes below 0 or a table of the wrong size */
export function requireProblem(problem: OrderProblem): void {
  const { machines, jobs, changeMinutes, lateWeight } = problem;
  if (!(lateWeight >= 0)) throw new OutOfRange('lateWeight', lateWeight, '0 or more');
  if (changeMinutes.length !== machines)
    throw new OutOfRange('changeMinutes', changeMinutes.length, `one table for each of ${machines} machines`);
  for (const table of changeMinutes)
    if (table.length !== jobs.length + 1 || table.some((row) => row.length !== jobs.length))
      throw new OutOfRange('changeMinutes', table.length, `${jobs.length + 1} rows of ${jobs.length}`);
  for (const { sewMinutes, dueMinutes } of jobs) {
    if (!(sewMinutes >= 0)) throw new OutOfRange('sewMinutes', sewMinutes, '0 or more');
    if (dueMinutes.length !== machines)
      throw new OutOfRange('dueMinutes', dueMinutes.length, `one for each of ${machines} machines`);
  }
  if (changeMinutes.some((table) => table.some((row) => row.some((minutes) => !(minutes >= 0)))))
    throw new OutOfRange('changeMinutes', NaN, 'minutes of 0 or more, or Infinity');
}
