import type { Wearing } from './lateness.js';

/** What a plan of rounds is made for. Shifts are numbered from 0, the one that is running or comes next. */
export interface RoundsProblem {
  readonly shifts: number;
  readonly machines: readonly PlannedMachine[];
  readonly zones: readonly PlannedZone[];
  readonly minutes: readonly MinutesLimit[];
  /** Needles of each kind that may have been used by the end of each shift, never falling. */
  readonly stock: readonly (readonly number[])[];
  /** Price of moving a change that is already published. */
  readonly pricePerMove: number;
}

/** A machine whose needles are changed by plan. */
export interface PlannedMachine {
  readonly id: string;
  /** Its index in `zones`. */
  readonly zone: number;
  /** Kind of needle, an index in `stock`. */
  readonly kind: number;
  /** What a mechanic must be able to do for it, an index in `MinutesLimit.skills`. */
  readonly skill: number;
  readonly changeMinutes: number;
  readonly wearing: Wearing;
  /** Running hours of its present needle. */
  readonly ageHours: number;
  /** Expected running hours in each shift. */
  readonly hours: readonly number[];
  /** Shifts in which it cannot be changed: nobody there, machine unavailable. */
  readonly closed: readonly number[];
  /** Shifts in which it must be changed. */
  readonly pinned: readonly number[];
  /** Shifts of the published changes. */
  readonly published: readonly number[];
}

export interface PlannedZone {
  /** Walking there and setting up, once a shift. */
  readonly setupMinutes: number;
  /** What that costs. */
  readonly visitCost: number;
}

/** Minutes available in a shift for changes that need one of some skills. */
export interface MinutesLimit {
  readonly shift: number;
  readonly minutes: number;
  /** Null for all of them, in which case walks to the zones count too. */
  readonly skills: readonly number[] | null;
}

/** Shifts in which each machine is changed, ascending, in the order of `machines`. */
export type Changes = readonly (readonly number[])[];

/** The cost of a plan over the horizon, above the best that each machine alone could have. */
export interface PlanCost {
  /** Of changes after their best hours, including those after the horizon. */
  readonly lateness: number;
  /** Of changes before them. */
  readonly earlyWaste: number;
  readonly visits: number;
  /** Of changes moved from where they were published. */
  readonly moves: number;
  readonly total: number;
}
