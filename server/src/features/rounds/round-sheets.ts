import { HOUR_MS, splitWork, type Task } from '@gantelet/core';
import type { RoundSheet, RoundTask, PublishedRounds } from '@gantelet/contracts';
import type { RoundSkipRow } from '../../db/rounds-rows.js';
import type { KeptPlan, NeedlesNow } from './round-plan.store.js';
import { isThere } from './is-there.js';

/** A needle that failed this long before its shift makes the planned change unnecessary. Assumption. */
const EARLY_MS = 12 * HOUR_MS;

/**
 * The rounds of a published plan, from the running shift on: who goes where in which order, what is done and what was
 * skipped.
 */
export function roundSheets(
  plan: KeptPlan,
  needles: ReadonlyMap<string, NeedlesNow>,
  skips: readonly RoundSkipRow[],
  now: Date,
): Pick<PublishedRounds, 'sheets' | 'leftOver'> {
  const { input, problem, planned, changes } = plan.document;
  const classes = new Map(
    problem.machines.map((machine, m) => [machine.skill, input.machines[planned[m]!]!.machineClass]),
  );
  const skillsOf = (can: readonly string[]): number[] =>
    [...classes].flatMap(([skill, machineClass]) => (can.includes(machineClass) ? [skill] : []));
  const doneAt = doneTasks(plan, needles);
  const setupMinutes = input.zones.map((zone) => zone.setupMinutes);
  const sheets: RoundSheet[] = [];
  const leftOver: PublishedRounds['leftOver'] = [];
  input.shifts.forEach((shift, s) => {
    if (Date.parse(shift.endsAt) <= now.getTime()) return;
    const tasks = problem.machines.flatMap((machine, m): Task[] =>
      changes[m]!.includes(s)
        ? [{ machine: m, zone: machine.zone, skill: machine.skill, minutes: machine.changeMinutes }]
        : [],
    );
    const here = input.mechanics.filter((mechanic) => isThere(mechanic, shift));
    const split = splitWork(
      tasks,
      setupMinutes,
      here.map(({ minutes, machineClasses }) => ({ minutes, skills: skillsOf(machineClasses) })),
    );
    for (const { mechanic, tasks: own, minutes } of split.rounds) {
      const { personId, personName } = here[mechanic]!;
      const { shiftId, name: shiftName, day, startsAt, endsAt } = shift;
      const views = own.flatMap((task) =>
        taskView(plan, task, {
          needles,
          skip: (machineId) =>
            skips.findLast(
              (one) => one.machineId === machineId && one.startsAt.getTime() === Date.parse(startsAt),
            ),
          done: doneAt.has(`${task.machine} ${s}`),
        }),
      );
      sheets.push({ personId, personName, shiftId, shiftName, day, startsAt, endsAt, minutes, tasks: views });
    }
    for (const { machine } of split.leftOver)
      leftOver.push({
        machineName: input.machines[planned[machine]!]!.name,
        day: shift.day,
        shiftName: shift.name,
      });
  });
  return { sheets, leftOver };
}

/** A task as its mechanic sees it; none if the machine no longer holds a needle. */
function taskView(
  { document: { input, planned } }: KeptPlan,
  { machine: m, minutes }: Task,
  now: {
    readonly needles: ReadonlyMap<string, NeedlesNow>;
    readonly skip: (machineId: string) => RoundSkipRow | undefined;
    readonly done: boolean;
  },
): RoundTask[] {
  const machine = input.machines[planned[m]!]!;
  const installId = now.needles.get(machine.id)?.installId;
  if (!machine.needle || !installId) return [];
  const skip = now.done ? undefined : now.skip(machine.id);
  return [
    {
      machineId: machine.id,
      machineName: machine.name,
      zoneName: input.zones.find(({ id }) => id === machine.zoneId)!.name,
      needle: machine.needle,
      installId,
      minutes,
      state: now.done ? 'done' : skip ? 'skipped' : 'open',
      skipped: skip?.reason ?? null,
    },
  ];
}

/**
 * Planned changes that were made: each change since the plan counts for the first one it can match. A planned one may
 * be early.
 */
function doneTasks({ document }: KeptPlan, needles: ReadonlyMap<string, NeedlesNow>): ReadonlySet<string> {
  const { input, problem, changes } = document;
  const done = new Set<string>();
  problem.machines.forEach(({ id }, m) => {
    const open = [...(needles.get(id)?.changes ?? [])];
    for (const s of changes[m]!) {
      const earliest = Date.parse(input.shifts[s]!.startsAt) - EARLY_MS;
      const at = open.findIndex(({ atMs, planned: byPlan }) => byPlan || atMs >= earliest);
      if (at < 0) continue;
      open.splice(0, at + 1);
      done.add(`${m} ${s}`);
    }
  });
  return done;
}
