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

/** A mechanic who changes needles, and the days off. */
export interface InputMechanic extends MechanicHours {
  readonly personName: string;
  /** Missing in plans made before this field existed. */
  readonly absences?: readonly Pick<PersonAbsence, 'fromDay' | 'toDay'>[];
}

/** Everything that goes into a plan, as of one moment. */
export interface RoundsInput {
  readonly madeAt: string;
  readonly timeZone: string;
  readonly seed: number;
  readonly effort: number;
  /** The simple rule it was to be made by. */
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
  /** Ages of needles recently changed by plan, and the share of needles that were. */
  readonly asDone: { readonly agesHours: readonly number[]; readonly plannedShare: number };
}

export interface InputZone {
  readonly id: string;
  readonly name: string;
  readonly setupMinutes: number;
  readonly visitCost: number;
}

/** Machines in walking order. */
export interface InputMachine extends Pick<
  PlannedMachineView,
  'id' | 'name' | 'zoneId' | 'needle' | 'ageHours' | 'hours' | 'pinned' | 'published'
> {
  /** Why the machine is left out before anything is calculated. */
  readonly unplanned: 'no-needle' | 'stopped' | null;
  /** The life distribution of its needles; null if its group is too uncertain. */
  readonly ends: NeedleEnds | null;
  readonly costs: ChangeCosts;
  readonly spoiledWork: number;
  readonly machineClass: MechanicHours['machineClasses'][number];
  readonly changeMinutes: number;
  /** Somebody reported that it needs a new needle. */
  readonly urgent: boolean;
  /** By shift, why the machine is not available. */
  readonly away: readonly (AwayKind | null)[];
}

export interface InputKind {
  readonly needle: NeedleChoice;
  readonly onHand: number | null;
  readonly arriving: readonly number[];
  readonly packSize: number;
  readonly leadDays: number;
}

/** A plan as it is stored: its input, the problem derived from it, and the changes. */
export interface PlanDocument {
  readonly input: RoundsInput;
  readonly problem: RoundsProblem;
  /** Index in `input.machines` of each machine of the problem. */
  readonly planned: readonly number[];
  /** Expected failures by kind and shift. */
  readonly failures: readonly (readonly number[])[];
  readonly changes: Changes;
  readonly bound: number;
  readonly compared: readonly ComparedRule[];
  readonly runs: number;
}
