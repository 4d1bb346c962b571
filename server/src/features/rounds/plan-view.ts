import {
  DAY_MS,
  conflictsOf,
  leftLate,
  moveChange,
  moveCosts,
  needleForecast,
  orderQuantity,
  planCost,
  type Changes,
  type Conflict,
  type RoundsProblem,
} from '@gantelet/core';
import {
  ProblemError,
  type ChangeMove,
  type MoveOffer,
  type NeedleOutlook,
  type PinChange,
  type PlanConflict,
  type PlannedMachineView,
  type PlannedShift,
  type RoundsPlanView,
} from '@gantelet/contracts';
import type { PlanDocument, RoundsInput } from './plan-document.js';

type Made = Pick<RoundsPlanView, 'id' | 'version' | 'madeAt' | 'madeBy' | 'publishedAt'>;

/** A plan as the room shows it. */
export function planView(document: PlanDocument, made: Made): RoundsPlanView {
  const { input, problem, changes, bound, compared, runs } = document;
  return {
    ...made,
    seed: input.seed,
    shifts: shiftsOf(input, problem, changes),
    machines: input.machines.map((machine, i) =>
      machineView(document, machine, i, made.publishedAt !== null),
    ),
    cost: planCost(problem, changes),
    bound,
    conflicts: conflictsOf(problem, changes).map((conflict) => conflictView(document, conflict)),
    compared: [...compared],
    runs,
    needles: outlooks(document),
  };
}

/** The shifts with the minutes available and the minutes used by changes. */
export function shiftsOf(input: RoundsInput, problem: RoundsProblem, changes: Changes): PlannedShift[] {
  return input.shifts.map((shift, s) => {
    const there = problem.machines.filter((_, m) => changes[m]?.includes(s));
    const ways = [...new Set(there.map(({ zone }) => zone))].map((zone) => problem.zones[zone]!.setupMinutes);
    const changing = there.map(({ changeMinutes }) => changeMinutes);
    return {
      ...shift,
      minutes: problem.minutes.find((limit) => limit.shift === s && limit.skills === null)?.minutes ?? 0,
      used: [...ways, ...changing].reduce((sum, one) => sum + one, 0),
    };
  });
}

function machineView(
  { problem, planned, changes }: PlanDocument,
  machine: RoundsInput['machines'][number],
  i: number,
  isPublished: boolean,
): PlannedMachineView {
  const m = planned.indexOf(i);
  const own = problem.machines[m];
  const { id, name, zoneId, needle, ageHours, hours, unplanned, ends } = machine;
  return {
    id,
    name,
    zoneId,
    needle,
    ageHours,
    hours: [...hours],
    unplanned: unplanned ?? (own ? null : 'run-to-failure'),
    bestHours: own?.wearing.bestHours ?? null,
    from: ends ? 'life' : 'flat',
    changes: [...(changes[m] ?? [])],
    pinned: [...(own?.pinned ?? [])],
    published: [...((isPublished ? changes[m] : own?.published) ?? [])],
    closed: [...(own?.closed ?? [])],
    leftLate: own ? leftLate(problem, changes, m) : null,
  };
}

export function conflictView(
  { input, problem, planned }: Pick<PlanDocument, 'input' | 'problem' | 'planned'>,
  conflict: Conflict,
): PlanConflict {
  switch (conflict.limit) {
    case 'closed':
      return { limit: 'closed', machineId: problem.machines[conflict.machine]!.id, shift: conflict.shift };
    case 'minutes': {
      const { limit, shift, wanted, allowed, skills } = conflict;
      const classes = skills?.flatMap((skill) => {
        const m = problem.machines.findIndex((machine) => machine.skill === skill);
        return m < 0 ? [] : [input.machines[planned[m]!]!.machineClass];
      });
      return { limit, shift, wanted, allowed, machineClasses: classes ?? null };
    }
    case 'needles': {
      const { limit, shift, wanted, allowed, kind } = conflict;
      return { limit, shift, wanted, allowed, needle: input.kinds[kind]!.needle };
    }
  }
}

/** What remains of each kind after planned changes and failures, and what to order when. */
function outlooks({ input, problem, failures, changes }: PlanDocument): NeedleOutlook[] {
  return input.kinds.map((kind, k) => {
    const planned = input.shifts.map((_, s) =>
      problem.machines.reduce(
        (sum, machine, m) => sum + (machine.kind === k && changes[m]!.includes(s) ? 1 : 0),
        0,
      ),
    );
    const { left, runsOut, mayRunOut, short } = needleForecast({
      onHand: kind.onHand ?? 0,
      arriving: kind.arriving,
      planned,
      failures: failures[k]!,
    });
    const counted = kind.onHand !== null;
    const quantity = orderQuantity(short, kind.packSize);
    const first = mayRunOut ?? 0;
    const by = new Date(
      Date.parse(`${input.shifts[first]?.day ?? input.madeAt.slice(0, 10)}T00:00:00Z`) -
        (kind.leadDays + 1) * DAY_MS,
    );
    return {
      needle: kind.needle,
      onHand: kind.onHand,
      left: counted ? [...left] : [],
      planned: planned.reduce((sum, one) => sum + one, 0),
      failures: failures[k]!.reduce((sum, one) => sum + one, 0),
      runsOut: counted ? runsOut : null,
      mayRunOut: counted ? mayRunOut : null,
      order:
        counted && quantity > 0
          ? { quantity, packSize: kind.packSize, leadDays: kind.leadDays, by: by.toISOString().slice(0, 10) }
          : null,
    };
  });
}

/** Index of a machine in the problem. @throws ProblemError `machine.unplanned` */
function requirePlanned({ problem }: PlanDocument, machineId: string): number {
  const m = problem.machines.findIndex(({ id }) => id === machineId);
  if (m < 0) throw new ProblemError('machine.unplanned');
  return m;
}

/** The cost of moving a change to each other shift. */
export function movesOf(document: PlanDocument, machineId: string, from: number | null): MoveOffer[] {
  const m = requirePlanned(document, machineId);
  return moveCosts(document.problem, document.changes, m, from).map(({ shift, cost, conflicts }) => ({
    shift,
    cost,
    conflicts: conflicts.map((conflict) => conflictView(document, conflict)),
  }));
}

/**
 * The plan with a change moved by hand and pinned there.
 *
 * @throws ProblemError `shift.outside`, `machine.unplanned`
 */
export function movedPlan(document: PlanDocument, { machineId, from, to }: ChangeMove): PlanDocument {
  const m = requirePlanned(document, machineId);
  const own = document.changes[m]!;
  if ((from !== null && !own.includes(from)) || (to !== null && to >= document.problem.shifts))
    throw new ProblemError('shift.outside');
  const changes = moveChange(document.changes, m, from, to);
  const pins = document.problem.machines[m]!.pinned.filter((shift) => shift !== from && shift !== to);
  return withPins({ ...document, changes }, m, to === null ? pins : [...pins, to]);
}

/** The plan with a change pinned or released. @throws ProblemError `shift.outside`, `machine.unplanned` */
export function pinnedPlan(document: PlanDocument, { machineId, shift, pinned }: PinChange): PlanDocument {
  const m = requirePlanned(document, machineId);
  if (!document.changes[m]!.includes(shift)) throw new ProblemError('shift.outside');
  const pins = document.problem.machines[m]!.pinned.filter((one) => one !== shift);
  return withPins(document, m, pinned ? [...pins, shift] : pins);
}

function withPins(document: PlanDocument, m: number, pins: readonly number[]): PlanDocument {
  const pinned = [...pins].sort((a, b) => a - b);
  const machines = document.problem.machines.map((machine, i) =>
    i === m ? { ...machine, pinned } : machine,
  );
  return { ...document, problem: { ...document.problem, machines } };
}
