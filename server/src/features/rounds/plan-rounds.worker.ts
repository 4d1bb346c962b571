import type { MessagePort } from 'node:worker_threads';
import { randomLcg } from 'd3-random';
import { FLAT_RULE_NAMES, type ComparedRule, type FlatRuleName, type RULE_NAMES } from '@gantelet/contracts';
import {
  compareRules,
  expectedEnds,
  flatPlan,
  planRounds,
  type ChangeRule,
  type Changes,
  type Conflict,
  type FlatRule,
  type TriedMachine,
} from '@gantelet/core';
import { certifyPlan } from './certify-plan.js';
import type { PlanDocument, RoundsInput } from './plan-document.js';
import { lawOf, planningProblem, type BuiltProblem } from './planning-problem.js';

/** How a search ends: with a plan, or with the limits that pins break. */
export type PlanOutcome =
  | { readonly document: PlanDocument }
  | ({ readonly input: RoundsInput; readonly conflicts: readonly Conflict[] } & BuiltProblem);

/** Simulated horizons: fewer in large shops, where the means are sharper. */
const RUNS = { usual: 200, large: 40, largeFrom: 300 } as const;
/** Share of the progress bar for the search; the rest is for comparisons. */
const SEARCH_SHARE = 0.9;
/** Hours below which a planned change is dropped, as a share of the mean life. */
const FRESH_SHARE = 0.15;

/** Plans rounds and compares them with other rules. Runs in a thread of its own. */
export default async function plan({
  input,
  port,
}: {
  input: RoundsInput;
  port: MessagePort;
}): Promise<PlanOutcome> {
  const built = planningProblem(input);
  const random = randomLcg(input.seed);
  const simple = simpleRules(input);
  const byRule = (rule: FlatRuleName): Changes => flatPlan(built.problem, simple[rule]);
  const found = planRounds(built.problem, {
    random,
    effort: input.effort,
    startPlans: FLAT_RULE_NAMES.map(byRule),
    progress: (share) => port.postMessage(SEARCH_SHARE * share),
  });
  if ('conflicts' in found) {
    port.close();
    return { input, ...built, conflicts: found.conflicts };
  }
  const proven = await certifyPlan(built.problem, found);
  const plan = input.rule ? { ...proven, changes: byRule(input.rule) } : proven;
  const runs = input.machines.length < RUNS.largeFrom ? RUNS.usual : RUNS.large;
  const compared = compare(input, built, plan.changes, runs, random);
  port.postMessage(1);
  port.close();
  return { document: { input, ...built, changes: plan.changes, bound: plan.bound, compared, runs } };
}

function compare(
  input: RoundsInput,
  { planned }: BuiltProblem,
  changes: readonly (readonly number[])[],
  runs: number,
  random: () => number,
): readonly ComparedRule[] {
  const tried = input.machines.flatMap((machine, i) => (machine.unplanned ? [] : [i]));
  const machines = tried.map((i): TriedMachine => {
    const machine = input.machines[i]!;
    const ends = lawOf(input, machine);
    return {
      zone: input.zones.findIndex(({ id }) => id === machine.zoneId),
      ends,
      ageHours: machine.ageHours,
      hours: machine.hours,
      changeMinutes: machine.changeMinutes,
      wearMinutes: input.wearMinutes,
      accidentMinutes: input.accidentMinutes,
      spoiledWork: machine.spoiledWork,
      freshHours: FRESH_SHARE * expectedEnds(ends, Infinity).meanHours,
    };
  });
  const rules: Record<(typeof RULE_NAMES)[number], ChangeRule> = {
    plan: { rule: 'plan', changes: tried.map((i) => changes[planned.indexOf(i)] ?? []) },
    ...simpleRules(input),
    'as-done': { rule: 'as-done', ...input.asDone },
  };
  const costs = {
    needle: input.needleCost,
    labourPerHour: input.labourPerHour,
    setupMinutes: input.zones.map(({ setupMinutes }) => setupMinutes),
  };
  const outcomes = compareRules(machines, Object.values(rules), costs, { runs, random });
  return (Object.keys(rules) as (typeof RULE_NAMES)[number][]).map((rule, i) => ({ rule, ...outcomes[i]! }));
}

/** The simple rules as this shop would apply them. */
function simpleRules(input: RoundsInput): Readonly<Record<FlatRuleName, FlatRule>> {
  return {
    'every-hours': { rule: 'every-hours', hours: input.flatHours },
    'every-monday': { rule: 'every-monday', shifts: firstOfMondays(input) },
    'on-failure': { rule: 'on-failure' },
  };
}

/** The first shift of each Monday. */
function firstOfMondays({ shifts }: RoundsInput): readonly number[] {
  const isMonday = (day: string): boolean => new Date(`${day}T00:00:00Z`).getUTCDay() === 1;
  return shifts.flatMap(({ day }, i) => (isMonday(day) && shifts[i - 1]?.day !== day ? [i] : []));
}
