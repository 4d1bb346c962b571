import { conflictsOf, pinConflicts, type Conflict } from './conflicts.js';
import { costTable } from './cost-table.js';
import { boundSearch } from './lower-bound.js';
import { planCost } from './plan-cost.js';
import type { Changes, PlanCost, RoundsProblem } from './rounds-problem.js';
import { visitSearch } from './visit-search.js';
import { zoneBound, type ZoneBound } from './zone-bound.js';

/** A plan within every limit, and how far it can be from the cheapest. */
export interface RoundsPlan {
  readonly changes: Changes;
  readonly cost: PlanCost;
  /** Proven: no plan costs less. */
  readonly bound: number;
  /** The plan's cost above the bound, as a share of the bound. */
  readonly gap: number;
}

export interface PlanOptions {
  /** Uniform on 0 to below 1; the same numbers give the same plan. */
  readonly random: () => number;
  /** Receives the progress, 0 to 1. */
  readonly progress?: (share: number) => void;
  /** Plans to start the search from, such as those of simple rules: the result is never more expensive. */
  readonly startPlans?: readonly Changes[];
  /** How long to search, in whole multiples of the usual; more never makes the plan more expensive. */
  readonly effort?: number;
}

/** Steps of the bound before and after there is a plan worth comparing with. */
const BOUND_STEPS = [80, 100] as const;
/**
 * Tries of the search before the zones' bound, and from the visits it gives. Small shops get more: they cost little.
 */
const TRIES = [
  { fewest: 3000, each: 4, most: 3000, shared: 0 },
  { fewest: 12_000, each: 10, most: 30_000, shared: 1_600_000 },
] as const;
/** Horizon these are meant for; each try takes longer on a longer one, and a short one has less to explore. */
const USUAL_SHIFTS = 28;
const MOST_FOR_SHORT = 2;
/** Zones' bounds are worth many steps if there are few zones: then shared limits matter most. */
const ZONE_STEPS = { few: 30, many: 1, fewMachines: 100 } as const;
/** How much worse a try may be, relative to the mean cost of a visit; it falls to zero. */
const HEAT = [0.06, 0.06] as const;
const ROUNDS = 12;
/** This close to the bound there is nothing left to look for. */
const PROVED = 1e-5;

/**
 * Plans the shift in which each needle is changed, or returns the limits that pinned changes break. The work is
 * measured in steps and tries, not in time, so that the same problem and random numbers give the same plan.
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
  let least = -Infinity;
  const tries = (round: 0 | 1): number => {
    const { fewest, each, most, shared } = TRIES[round];
    const forShifts = Math.min(MOST_FOR_SHORT, USUAL_SHIFTS / table.shifts);
    return forShifts * Math.max(fewest, each * count, Math.min(most, shared / count));
  };
  cool(0, 0.1, 0.25);
  bound.improve(BOUND_STEPS[1], search.bestCost);
  progress(0.4);
  const steps = count <= ZONE_STEPS.fewMachines ? ZONE_STEPS.few : ZONE_STEPS.many;
  let starts: ZoneBound['starts'] = [];
  // What less effort does comes first: more only continues from there.
  for (let run = 0; run < effort; run++) {
    if (run < 2) priceZones(run === 0 ? steps : effort * steps);
    starts.forEach((visits, i) => {
      const done = (more: number): number => 0.5 + (0.5 * (run + (i + more) / starts.length)) / effort;
      search.from(visits);
      cool(1, done(0), done(1));
    });
  }
  for (const start of startPlans) {
    search.from(visitsOf(start, problem));
    search.improve(Math.ceil(tries(1) / ROUNDS), 0);
  }
  const changes = cheapestWithin(problem, [search.bestChanges, ...startPlans]);
  const cost = planCost(problem, changes);
  const proven = Math.min(least, cost.total);
  return { changes, cost, bound: proven, gap: proven > 0 ? cost.total / proven - 1 : 0 };

  function priceZones(steps: number): void {
    const known = { changes: search.bestChanges, cost: search.bestCost };
    const zones = zoneBound(problem, table, bound.best, known, steps);
    least = Math.max(least, zones.value);
    starts = zones.starts;
  }

  function cool(round: 0 | 1, from: number, to: number): void {
    for (let i = 0; i < ROUNDS && search.bestCost > (1 + PROVED) * least; i++) {
      search.improve(Math.ceil(tries(round) / ROUNDS), HEAT[round] * meanVisit * (1 - i / (ROUNDS - 1)) ** 2);
      progress(from + ((to - from) * (i + 1)) / ROUNDS);
    }
    search.toBest();
  }
}

/** The shifts in which a plan visits each zone. */
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

/** The cost of changing nothing: no plan worth having costs more. */
function firstGuess(publishedPrice: number, ends: Float64Array, nodes: number): number {
  let sum = publishedPrice;
  for (let row = 0; row < ends.length; row += nodes) if (ends[row]! < Infinity) sum += ends[row]!;
  return sum;
}
