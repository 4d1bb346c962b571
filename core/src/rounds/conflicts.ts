import type { Changes, MinutesLimit, RoundsProblem } from './rounds-problem.js';

/** A limit that changes exceed, with the least that would have to give way. */
export type Conflict =
  | { readonly limit: 'closed'; readonly machine: number; readonly shift: number }
  | {
      readonly limit: 'minutes';
      readonly shift: number;
      /** Null for all; else only mechanics who can do one of these. */
      readonly skills: readonly number[] | null;
      readonly wanted: number;
      readonly allowed: number;
    }
  | {
      readonly limit: 'needles';
      readonly kind: number;
      /** First shift in which more are used than there are. */
      readonly shift: number;
      readonly wanted: number;
      readonly allowed: number;
    };

const ROUNDING = 1e-6;

/** Every limit that changes exceed; none for a feasible plan. */
export function conflictsOf(problem: RoundsProblem, changes: Changes): readonly Conflict[] {
  return [
    ...problem.machines.flatMap((_, machine) => closedConflicts(problem, changes, machine)),
    ...problem.minutes.flatMap((limit) => minutesConflict(problem, changes, limit)),
    ...problem.stock.flatMap((_, kind) => needlesConflict(problem, changes, kind)),
  ];
}

/** Those of the limits that one machine's change in a shift counts towards: it can break no others. */
export function conflictsBy(
  problem: RoundsProblem,
  changes: Changes,
  machine: number,
  shift: number,
): readonly Conflict[] {
  return [
    ...closedConflicts(problem, changes, machine),
    ...problem.minutes
      .filter((limit) => limit.shift === shift)
      .flatMap((limit) => minutesConflict(problem, changes, limit)),
    ...needlesConflict(problem, changes, problem.machines[machine]!.kind),
  ];
}

function closedConflicts(
  { machines }: RoundsProblem,
  changes: Changes,
  machine: number,
): readonly Conflict[] {
  const { closed } = machines[machine]!;
  return changes[machine]!.filter((shift) => closed.includes(shift)).map((shift) => ({
    limit: 'closed',
    machine,
    shift,
  }));
}

/**
 * What the pinned changes break by themselves. Without pins there is always a plan: fewer changes cost more but are
 * allowed.
 */
export function pinConflicts(problem: RoundsProblem): readonly Conflict[] {
  return conflictsOf(
    problem,
    problem.machines.map(({ pinned }) => pinned),
  );
}

function minutesConflict(
  { machines, zones }: RoundsProblem,
  changes: Changes,
  { shift, minutes, skills }: MinutesLimit,
): readonly Conflict[] {
  let wanted = 0;
  const visited = new Set<number>();
  machines.forEach(({ skill, zone, changeMinutes }, m) => {
    if (!changes[m]!.includes(shift) || (skills !== null && !skills.includes(skill))) return;
    wanted += changeMinutes;
    visited.add(zone);
  });
  if (skills === null) for (const zone of visited) wanted += zones[zone]!.setupMinutes;
  const allowed = Math.max(0, minutes);
  return wanted > allowed + ROUNDING ? [{ limit: 'minutes', shift, skills, wanted, allowed }] : [];
}

function needlesConflict(
  { machines, stock }: RoundsProblem,
  changes: Changes,
  kind: number,
): readonly Conflict[] {
  const own = machines.flatMap((machine, m) => (machine.kind === kind ? changes[m]! : []));
  for (const [shift, most] of (stock[kind] ?? []).entries()) {
    const wanted = own.filter((s) => s <= shift).length;
    if (wanted > Math.max(0, most) + ROUNDING)
      return [{ limit: 'needles', kind, shift, wanted, allowed: Math.max(0, most) }];
  }
  return [];
}
