import {
  assumedEnds,
  expectedEnds,
  needleKey,
  needlesForPlan,
  wearingOf,
  type MinutesLimit,
  type NeedleEnds,
  type PlannedMachine,
  type RoundsProblem,
  type Wearing,
} from '@gantelet/core';
import { isThere } from './is-there.js';
import type { InputMachine, RoundsInput } from './plan-document.js';

/** A needle that somebody complained about counts as at least this many best intervals old. Assumption. */
const URGENT_AGE = 2;
/** For kinds that nobody counted: needles that never run out. */
const UNCOUNTED = 1_000_000;

/** A problem with what is needed to interpret its solution. */
export interface BuiltProblem {
  readonly problem: RoundsProblem;
  /** Index in `input.machines` of each machine of the problem. */
  readonly planned: readonly number[];
  /** Expected failures by kind and shift, of all machines. */
  readonly failures: readonly (readonly number[])[];
}

/**
 * The life distribution a machine's needles are planned with: its own, or one for the flat rule while that is too
 * uncertain.
 */
export function lawOf(
  { flatHours }: Pick<RoundsInput, 'flatHours'>,
  { ends, costs }: InputMachine,
): NeedleEnds {
  return ends ?? assumedEnds(flatHours, costs);
}

/** Builds the planning problem from its input. Failures that happen anyway take their needles and minutes first. */
export function planningProblem(input: RoundsInput): BuiltProblem {
  const { shifts, machines, mechanics, zones } = input;
  const shiftCount = shifts.length;
  const classes = [...new Set(machines.map(({ machineClass }) => machineClass))];
  const wearings = machines.map((machine) =>
    machine.unplanned ? null : wearingOf(lawOf(input, machine), machine.costs),
  );
  const rates = machines.map((machine, i) =>
    machine.unplanned === 'no-needle' ? null : failureRates(lawOf(input, machine), wearings[i] ?? null),
  );
  const runs = (machine: InputMachine, shift: number): number =>
    machine.unplanned === 'stopped' ? 0 : machine.hours[shift]!;
  const kinds = new Map(input.kinds.map(({ needle }, kind) => [needleKey(needle), kind]));
  const kindOfMachine = machines.map(({ needle }) => (needle && kinds.get(needleKey(needle))) ?? -1);
  const failures = input.kinds.map((_, kind) =>
    shifts.map((__, shift) =>
      machines.reduce((sum, machine, i) => {
        const rate = rates[i];
        return kindOfMachine[i] === kind && rate
          ? sum + runs(machine, shift) * (rate.wear + rate.accidents)
          : sum;
      }, 0),
    ),
  );
  const minutesGoing = (shift: number, some: readonly string[]): number =>
    machines.reduce((sum, machine, i) => {
      const rate = rates[i];
      if (!rate || !some.includes(machine.machineClass)) return sum;
      return (
        sum + runs(machine, shift) * (rate.wear * input.wearMinutes + rate.accidents * input.accidentMinutes)
      );
    }, 0);
  const there = (shift: number, some: readonly string[]): number =>
    mechanics.reduce(
      (sum, mechanic) =>
        isThere(mechanic, shifts[shift]!) && mechanic.machineClasses.some((one) => some.includes(one))
          ? sum + mechanic.minutes
          : sum,
      0,
    );
  const minutes = shifts.flatMap((_, shift) =>
    limitedGroups(classes, (some) => there(shift, some)).map((some): MinutesLimit => ({
      shift,
      minutes: Math.max(0, there(shift, some) - minutesGoing(shift, some)),
      skills: some.length === classes.length ? null : some.map((one) => classes.indexOf(one)),
    })),
  );
  const planned = machines.flatMap((_, i) => (wearings[i] ? [i] : []));
  const problem: RoundsProblem = {
    shifts: shiftCount,
    zones: zones.map(({ setupMinutes, visitCost }) => ({ setupMinutes, visitCost })),
    machines: planned.map((i): PlannedMachine => {
      const machine = machines[i]!;
      const wearing = wearings[i]!;
      const urgentAge = machine.urgent ? URGENT_AGE * wearing.bestHours : 0;
      return {
        id: machine.id,
        zone: zones.findIndex(({ id }) => id === machine.zoneId),
        kind: kindOfMachine[i]!,
        skill: classes.indexOf(machine.machineClass),
        changeMinutes: machine.changeMinutes,
        wearing,
        ageHours: Math.max(machine.ageHours, urgentAge),
        hours: machine.hours,
        closed: shifts.flatMap((_, s) =>
          machine.away[s] !== null || there(s, [machine.machineClass]) === 0 ? [s] : [],
        ),
        pinned: machine.pinned,
        published: machine.published,
      };
    }),
    minutes,
    stock: input.kinds.map(({ onHand, arriving }, kind) =>
      onHand === null
        ? shifts.map(() => UNCOUNTED)
        : needlesForPlan({ onHand, arriving, failures: failures[kind]! }),
    ),
    pricePerMove: input.pricePerMove,
  };
  return { problem, planned, failures };
}

/** Failures per running hour, whatever the plan: at the best interval, or running to failure. */
function failureRates(ends: NeedleEnds, wearing: Wearing | null) {
  const { worn, accidents, meanHours } = expectedEnds(ends, wearing?.bestHours ?? Infinity);
  return { wear: worn / meanHours, accidents: accidents / meanHours };
}

/**
 * The groups of machine classes whose work may be too much for those who can do it (Hall's condition): all together,
 * and every smaller group that fewer people can serve than any larger one containing it.
 */
function limitedGroups<Class extends string>(
  classes: readonly Class[],
  minutesFor: (some: readonly Class[]) => number,
): readonly (readonly Class[])[] {
  const groups = Array.from({ length: 2 ** classes.length - 1 }, (_, bits) =>
    classes.filter((__, i) => ((bits + 1) >> i) % 2 === 1),
  );
  return groups.filter(
    (group) =>
      !classes.some((one) => !group.includes(one) && minutesFor([...group, one]) === minutesFor(group)),
  );
}
