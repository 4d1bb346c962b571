import {
  orderCost,
  timetable,
  type LaneCost,
  type Lanes,
  type OrderProblem,
  type PlacedJob,
} from '@gantelet/core';
import type { JobQueue, JobQueueOrder, QueuedJob } from '@gantelet/contracts';

/** Minutes between jobs; the ids give the order of the tables. */
export interface KnownProblem {
  readonly problem: OrderProblem;
  readonly jobIds: readonly string[];
  readonly machineIds: readonly string[];
}

/** A waiting job by its id, and whether it stays on its machine. */
export interface PlacedId {
  readonly id: string;
  readonly pinned: boolean;
}

/** Jobs by machine in their order, and those without a place. */
export interface PlacedLanes {
  readonly lanes: readonly { readonly machineId: string; readonly jobs: readonly PlacedId[] }[];
  readonly unplaced: readonly PlacedId[];
}

/** The queue as saved, with a lane for each machine. */
export function lanesOf({ jobs }: JobQueue, machineIds: readonly string[]): PlacedLanes {
  const on = (machineId: string | null): readonly PlacedId[] =>
    jobs.filter((job) => job.machineId === machineId).map(({ id, pinned }) => ({ id, pinned }));
  return {
    lanes: machineIds.map((machineId) => ({ machineId, jobs: on(machineId) })),
    unplaced: jobs
      .filter(({ machineId }) => machineId === null || !machineIds.includes(machineId))
      .map(({ id }) => ({ id, pinned: false })),
  };
}

/** Moves a job to a place in another lane or its own; null is the lane of jobs without a machine. */
export function moveJob(placed: PlacedLanes, id: string, machineId: string | null, at: number): PlacedLanes {
  const all = [...placed.lanes.flatMap(({ jobs }) => jobs), ...placed.unplaced];
  const job = all.find((one) => one.id === id);
  if (!job) return placed;
  const moved = { ...job, pinned: machineId !== null && job.pinned };
  const without = (jobs: readonly PlacedId[]): PlacedId[] => jobs.filter((one) => one.id !== id);
  const withIt = (jobs: readonly PlacedId[], here: boolean): readonly PlacedId[] => {
    const kept = without(jobs);
    if (here) kept.splice(at, 0, moved);
    return kept;
  };
  return {
    lanes: placed.lanes.map((lane) => ({ ...lane, jobs: withIt(lane.jobs, lane.machineId === machineId) })),
    unplaced: withIt(placed.unplaced, machineId === null),
  };
}

/** Pins a job to its machine, or releases it. */
export function pinJob(placed: PlacedLanes, id: string): PlacedLanes {
  return {
    ...placed,
    lanes: placed.lanes.map((lane) => ({
      ...lane,
      jobs: lane.jobs.map((job) => (job.id === id ? { ...job, pinned: !job.pinned } : job)),
    })),
  };
}

/** In the form the server takes: empty lanes are left out. */
export function orderOf({ lanes, unplaced }: PlacedLanes): JobQueueOrder {
  return {
    lanes: lanes
      .filter(({ jobs }) => jobs.length > 0)
      .map(({ machineId, jobs }) => ({ machineId, jobs: jobs.map((job) => ({ ...job })) })),
    unplaced: unplaced.map(({ id }) => id),
  };
}

/** The lanes by the indices of a problem; a job that is not part of it is left out. */
export function indexLanes({ lanes }: PlacedLanes, { jobIds, machineIds }: KnownProblem): Lanes {
  return machineIds.map((machineId) =>
    (lanes.find((lane) => lane.machineId === machineId)?.jobs ?? [])
      .map(({ id }) => jobIds.indexOf(id))
      .filter((index) => index >= 0),
  );
}

/** An optimised order by ids: jobs that no machine can take have no place, pins stay. */
export function placedOf(
  lanes: Lanes,
  nowhere: readonly number[],
  known: KnownProblem,
  jobs: readonly QueuedJob[],
): PlacedLanes {
  const placedId = (index: number): PlacedId => {
    const id = known.jobIds[index]!;
    return { id, pinned: jobs.some((job) => job.id === id && job.pinned) };
  };
  return {
    lanes: lanes.map((lane, machine) => ({
      machineId: known.machineIds[machine]!,
      jobs: lane.map(placedId),
    })),
    unplaced: nowhere.map(placedId),
  };
}

/** What an arrangement costs, and when each of its jobs is sewn, by job id. */
export function timesOf(
  placed: PlacedLanes,
  known: KnownProblem,
): { readonly cost: LaneCost; readonly times: ReadonlyMap<string, PlacedJob> } {
  const lanes = indexLanes(placed, known);
  const times = lanes.flatMap((lane, machine) => timetable(known.problem, machine, lane));
  return {
    cost: orderCost(known.problem, lanes),
    times: new Map(times.map((time) => [known.jobIds[time.job]!, time])),
  };
}
