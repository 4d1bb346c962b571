import { sameNeedle, type NeedleName } from '../match/index.js';
import { DAY_MS } from '../units/index.js';

/** A needle change of a round. */
export interface RoundChange {
  readonly machineId: string;
  /** What goes in. */
  readonly needle: NeedleName;
  readonly minutes: number;
  readonly startsAtMs: number;
}

/** A machine's next job. */
export interface JobAhead {
  readonly machineId: string;
  readonly name: string;
  readonly needle: NeedleName;
  /** Null without a due date. */
  readonly dueAtMs: number | null;
}

/** A changeover that includes a planned needle change. */
export interface ChangeAlong {
  readonly jobName: string;
  readonly dueAtMs: number;
  /** What is saved by not changing the needle twice. */
  readonly savesMinutes: number;
}

/**
 * How close a planned change and a changeover must be for one needle to be enough. The cheapest interval is flat: a
 * day sooner or later costs little (Barlow and Hunter 1960, from memory); the day itself is an assumption.
 */
const NEAR_MS = DAY_MS;

/**
 * Planned changes that a changeover makes unnecessary: the machine's next job is due within a day after, and its
 * needle differs, so the needle comes out anyway.
 *
 * @param ahead the next job of each machine that has one
 * @returns by machine id
 */
export function changesAlong(
  changes: readonly RoundChange[],
  ahead: readonly JobAhead[],
): ReadonlyMap<string, ChangeAlong> {
  const next = new Map(ahead.map((job) => [job.machineId, job]));
  return new Map(
    changes.flatMap(({ machineId, needle, minutes, startsAtMs }) => {
      const job = next.get(machineId);
      if (!job || job.dueAtMs === null || sameNeedle(job.needle, needle)) return [];
      if (job.dueAtMs > startsAtMs + NEAR_MS) return [];
      return [[machineId, { jobName: job.name, dueAtMs: job.dueAtMs, savesMinutes: minutes }] as const];
    }),
  );
}
