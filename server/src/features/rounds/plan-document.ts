import type {
  AwayKind,
  ComparedRule,
  FlatRuleName,
  MechanicHours,
  PersonAbsence,
  NeedleChoice,
  PlannedMachineView,
  PlannedShift,
} from '@gantelet/contracts';
import type { ChangeCosts, Changes, NeedleEnds, RoundsProblem } from '@gantelet/core';

/** Somebody who changes needles, and the days on which they do not. */
export interface InputMechanic extends MechanicHours {
  readonly personName: string;
  /** Missing in plans of before there were any. */
  readonly absences?: readonly Pick<PersonAbsence, 'fromDay' | 'toDay'>[];
}

/** Everything that a plan is made from, gathered at one moment. */
export interface RoundsInput {
  readonly madeAt: string;
  readonly timeZone: string;
  readonly seed: number;
  readonly effort: number;
  /** The simple rule that it was asked to be made by. */
  readonly rule: FlatRuleName | null;
  readonly shifts: readonly Omit<PlannedShift, 'minutes' | 'used'>[];
  readonly zones: readonly InputZone[];
  readonly machines: readonly InputMachine[];
  readonly mechanics: readonly InputMechanic[];
  readonly kinds: readonly InputKind[];
  readonly pricePerMove: number;
  readonly flatHours: number;
  readonly needleCost: number;
  readonly labourPerHour: number;
  readonly wearMinutes: number;
  readonly accidentMinutes: number;
  /** Ages of needles changed by plan of late, and the share of needles that were. */
  readonly asDone: { readonly agesHours: readonly number[]; readonly plannedShare: number };
}

export interface InputZone {
  readonly id: string;
  readonly name: string;
  readonly setupMinutes: number;
  readonly visitCost: number;
}

/** Machines stand in walking order. */
export interface InputMachine extends Pick<
  PlannedMachineView,
  'id' | 'name' | 'zoneId' | 'needle' | 'ageHours' | 'hours' | 'pinned' | 'published'
> {
  /** Why it is left out before anything is calculated. */
  readonly unplanned: 'no-needle' | 'stopped' | null;
  /** The law its needles follow; null where its group says too little. */
  readonly ends: NeedleEnds | null;
  readonly costs: ChangeCosts;
  readonly spoiledWork: number;
  readonly machineClass: MechanicHours['machineClasses'][number];
  readonly changeMinutes: number;
  /** Somebody reported that it wants a new needle. */
  readonly urgent: boolean;
  /** By shift, why it is not available. */
  readonly away: readonly (AwayKind | null)[];
}

export interface InputKind {
  readonly needle: NeedleChoice;
  readonly onHand: number | null;
  readonly arriving: readonly number[];
  readonly packSize: number;
  readonly leadDays: number;
}

/** A plan as it is kept: what it was made from, the problem that is, and the changes. */
export interface PlanDocument {
  readonly input: RoundsInput;
  readonly problem: RoundsProblem;
  /** Place in `input.machines` of each machine of the problem. */
  readonly planned: readonly number[];
  /** Expected failures by kind and shift. */
  readonly failures: readonly (readonly number[])[];
  readonly changes: Changes;
  readonly bound: number;
  readonly compared: readonly ComparedRule[];
  readonly runs: number;
}
