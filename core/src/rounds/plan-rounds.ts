import { conflictsOf, pinConflicts, type Conflict } from './conflicts.js';
import { costTable } from './cost-table.js';
import { boundSearch } from './lower-bound.js';
import { planCost } from './plan-cost.js';
import type { Changes, PlanCost, RoundsProblem } from './rounds-problem.js';
import { visitSearch } from './visit-search.js';
import { zoneBound } from './zone-bound.js';

/** A plan within every limit, and how far it can be from the cheapest. */
export interface RoundsPlan {
  readonly changes: Changes;
  readonly cost: PlanCost;
  /** Proven: no plan costs less. */
  readonly bound: number;
  /** What the plan costs over the bound, as a share of the bound. */
  readonly gap: number;
}

export interface PlanOptions {
  /** Uniform on 0 to below 1; the same numbers, the same plan. */
  readonly random: () => number;
  /** Told how far it is, 0 to 1. */
  readonly progress?: (share: number) => void;
  /** Plans that the search also begins from, such as those of simple rules: the plan is never dearer than they are. */
  readonly startPlans?: readonly Changes[];
  /** How long to search, in whole multiples of the usual; more never makes the plan dearer. */
  readonly effort?: number;
}

/** Steps of the bound before and after there is a plan worth comparing with. */
const BOUND_STEPS = [80, 100] as const;
/** Tries of the search before the zones' bound, and from the visits it gives. Small shops get more: they cost little. */
const TRIES = [
  { least: 3000, each: 4, most: 3000, shared: 0 },
  { least: 12_000, each: 10, most: 30_000, shared: 1_600_000 },
] as const;
/** Horizon for which these are meant; each try takes longer in a longer one. */
const USUAL_SHIFTS = 28;
/** Zones' bounds are worth several steps where they are few. */
const ZONE_STEPS = { few: 8, many: 1, fewMachines: 100 } as const;
const ZONE_NODES = 8000;
/** How much worse a try may be, in the mean cost of a visit; it falls to nothing. */
const HEAT = [0.06, 0.06] as const;
const ROUNDS = 12;

/**
 * Plans in which shift each needle is changed, or says which limits the pinned changes break. The work is counted in steps
 * and tries, not in time, so that the same problem and the same chance give the same plan.
 */
export function planRounds(
  problem: RoundsProblem,
  { random, progress = () => undefined, effort = 1, startPlans = [] }: PlanOptions,
): RoundsPlan | { readonly conflicts: readonly Conflict[] } {
  const conflicts = pinConflicts(problem);
  if (conflicts.length > 0) return { conflicts };
  const table = costTable(problem);
  const { count } = table;
  if (count === 0 || table.shifts === 0) {
    const changes = problem.machines.map(() => []);
    const cost = planCost(problem, changes);
    return { changes, cost, bound: cost.total, gap: 0 };
  }
  const meanVisit = problem.zones.reduce((sum, zone) => sum + zone.visitCost, 0) / problem.zones.length;
  const bound = boundSearch(problem, table);
  bound.improve(BOUND_STEPS[0], firstGuess(table.publishedPrice, table.ends, table.nodes));
  progress(0.1);
  const search = visitSearch(problem, table, bound.best, random);
  const tries = (round: 0 | 1): number => {
    const { least, each, most, shared } = TRIES[round];
    return (USUAL_SHIFTS / table.shifts) * Math.max(least, each * count, Math.min(most, shared / count));
  };
  cool(0, 0.1, 0.25);
  bound.improve(BOUND_STEPS[1], search.bestCost);
  progress(0.4);
  const known = { changes: search.bestChanges, cost: search.bestCost };
  const steps = count <= ZONE_STEPS.fewMachines ? ZONE_STEPS.few : ZONE_STEPS.many;
  const zones = zoneBound(problem, table, bound.best, known, {
    steps: Math.ceil(effort * steps),
    mostNodes: effort * ZONE_NODES,
  });
  progress(0.5);
  for (let run = 0; run < effort; run++) {
    search.from(zones.visits);
    cool(1, 0.5 + (0.5 * run) / effort, 0.5 + (0.5 * (run + 1)) / effort);
  }
  for (const start of startPlans) {
    search.from(visitsOf(start, problem));
    search.improve(Math.ceil(tries(1) / ROUNDS), 0);
  }
  const changes = cheapestWithin(problem, [search.bestChanges, ...startPlans]);
  const cost = planCost(problem, changes);
  const least = Math.min(zones.value, cost.total);
  return { changes, cost, bound: least, gap: least > 0 ? cost.total / least - 1 : 0 };

  function cool(round: 0 | 1, from: number, to: number): void {
    for (let i = 0; i < ROUNDS; i++) {
      search.improve(Math.ceil(tries(round) / ROUNDS), HEAT[round] * meanVisit * (1 - i / (ROUNDS - 1)) ** 2);
      progress(from + ((to - from) * (i + 1)) / ROUNDS);
    }
    search.toBest();
  }
}

/** The shifts in which each zone is visited by a plan. */
function visitsOf(changes: Changes, { zones, machines, shifts }: RoundsProblem): readonly Uint8Array[] {
  const visits = zones.map(() => new Uint8Array(shifts));
  machines.forEach(({ zone }, m) => changes[m]!.forEach((shift) => (visits[zone]![shift] = 1)));
  return visits;
}

/** The cheapest of some plans that is within the limits; the first always is. */
function cheapestWithin(problem: RoundsProblem, [first, ...others]: readonly Changes[]): Changes {
  return others.reduce(
    (best, plan) =>
      planCost(problem, plan).total < planCost(problem, best).total && conflictsOf(problem, plan).length === 0
        ? plan
        : best,
    first!,
  );
}

/** What it costs to change nothing: no plan worth having costs more. */
function firstGuess(publishedPrice: number, ends: Float64Array, nodes: number): number {
  let sum = publishedPrice;
  for (let row = 0; row < ends.length; row += nodes) if (ends[row]! < Infinity) sum += ends[row]!;
  return sum;
}
