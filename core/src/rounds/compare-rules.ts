import { weibull, type NeedleEnds } from '../life/index.js';
import { NORMAL_95 } from '../numeric/index.js';
import { asksForChange, type FlatRule } from './flat-plan.js';
import type { Changes } from './rounds-problem.js';

/** When needles are changed before they fail. */
export type ChangeRule =
  | { readonly rule: 'plan'; readonly changes: Changes }
  | FlatRule
  /** Each needle at an age drawn from recent planned changes, or never for the share that was not changed by plan. */
  | { readonly rule: 'as-done'; readonly agesHours: readonly number[]; readonly plannedShare: number };

/** A machine in the simulation, even one that is not changed by plan. */
export interface TriedMachine {
  readonly zone: number;
  readonly ends: NeedleEnds;
  readonly ageHours: number;
  readonly hours: readonly number[];
  readonly changeMinutes: number;
  readonly wearMinutes: number;
  readonly accidentMinutes: number;
  readonly spoiledWork: number;
  /** Running hours below which a needle counts as just changed, and a planned change is skipped. */
  readonly freshHours: number;
}

export interface RuleCosts {
  readonly needle: number;
  readonly labourPerHour: number;
  readonly setupMinutes: readonly number[];
}

/** Mean over the runs, with its 95 % limits. */
export interface Simulated {
  readonly mean: number;
  readonly low: number;
  readonly high: number;
}

export const OUTCOMES = ['failures', 'changes', 'minutes', 'spoiledWork', 'needles', 'cost'] as const;
export type Outcome = (typeof OUTCOMES)[number];
export type RuleOutcome = Readonly<Record<Outcome, Simulated>>;

/**
 * Simulates rules over the same horizon with the same needles: a needle's life depends only on its machine, its
 * position in the run, and the run, so that rules differ by what they do and not by luck. Lives are drawn from their
 * machine's distribution; the present needle has already survived to its age.
 *
 * @param random uniform on 0 to below 1
 */
export function compareRules(
  machines: readonly TriedMachine[],
  rules: readonly ChangeRule[],
  costs: RuleCosts,
  { runs, random }: { readonly runs: number; readonly random: () => number },
): readonly RuleOutcome[] {
  const sums = rules.map(() => OUTCOMES.map(() => ({ sum: 0, squares: 0 })));
  for (let run = 0; run < runs; run++) {
    const luck = machines.map(() => [] as number[]);
    const drawn = (m: number, i: number): number => (luck[m]![i] ??= 1 - random());
    rules.forEach((rule, r) => {
      const outcome = play(machines, rule, costs, drawn);
      OUTCOMES.forEach((name, o) => {
        sums[r]![o]!.sum += outcome[name];
        sums[r]![o]!.squares += outcome[name] ** 2;
      });
    });
  }
  return sums.map((of) => {
    const simulated = of.map(({ sum, squares }) => {
      const mean = sum / runs;
      const spread = NORMAL_95 * Math.sqrt(Math.max(0, squares / runs - mean * mean) / Math.max(1, runs - 1));
      return { mean, low: mean - spread, high: mean + spread };
    });
    return Object.fromEntries(OUTCOMES.map((name, o) => [name, simulated[o]!])) as RuleOutcome;
  });
}

/** Draws per needle: its wear, its accident, and the age it is changed at by a rule that draws one. */
const DRAWS = 4;

function play(
  machines: readonly TriedMachine[],
  rule: ChangeRule,
  costs: RuleCosts,
  drawn: (machine: number, draw: number) => number,
): Record<Outcome, number> {
  const total = { failures: 0, changes: 0, minutes: 0, spoiledWork: 0, needles: 0, cost: 0 };
  const visited = new Set<string>();
  machines.forEach((machine, m) => {
    const life = weibull(machine.ends.wear);
    let needle = 0;
    let age = machine.ageHours;
    let { wearAt, accidentAt, changeAt } = fate(age);
    machine.hours.forEach((hours, shift) => {
      if (age >= machine.freshHours && asks(shift)) {
        total.changes++;
        total.minutes += machine.changeMinutes;
        visited.add(`${machine.zone} ${shift}`);
        renew();
      }
      let left = hours;
      for (let ends = Math.min(wearAt, accidentAt); ends - age < left; ends = Math.min(wearAt, accidentAt)) {
        left -= ends - age;
        total.failures++;
        total.minutes += wearAt <= accidentAt ? machine.wearMinutes : machine.accidentMinutes;
        total.spoiledWork += machine.spoiledWork;
        renew();
      }
      age += left;
    });

    function asks(shift: number): boolean {
      switch (rule.rule) {
        case 'plan':
          return rule.changes[m]!.includes(shift);
        case 'as-done':
          return age >= changeAt;
        default:
          return asksForChange(rule, age, shift);
      }
    }

    function renew(): void {
      needle++;
      total.needles++;
      age = 0;
      ({ wearAt, accidentAt, changeAt } = fate(0));
    }

    /** Ages at which this needle would end, given that it has lasted this long. */
    function fate(lasted: number) {
      const [worn, hit, planned, which] = [0, 1, 2, 3].map((i) => drawn(m, needle * DRAWS + i)) as [
        number,
        number,
        number,
        number,
      ];
      const { shape, scaleHours } = life;
      return {
        wearAt: scaleHours * ((lasted / scaleHours) ** shape - Math.log(worn)) ** (1 / shape),
        accidentAt:
          machine.ends.accidentsPerHour > 0
            ? lasted - Math.log(hit) / machine.ends.accidentsPerHour
            : Infinity,
        changeAt:
          rule.rule === 'as-done' && planned <= rule.plannedShare && rule.agesHours.length > 0
            ? rule.agesHours[Math.floor(which * rule.agesHours.length) % rule.agesHours.length]!
            : Infinity,
      };
    }
  });
  for (const visit of visited) total.minutes += costs.setupMinutes[Number(visit.split(' ')[0])]!;
  total.cost = costs.needle * total.needles + (costs.labourPerHour * total.minutes) / 60 + total.spoiledWork;
  return total;
}
