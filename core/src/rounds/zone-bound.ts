import { pathFinder, type PathFinder } from './best-path.js';
import type { CostTable } from './cost-table.js';
import { limitPrices, type LimitPrices } from './limit-prices.js';
import type { Bound } from './lower-bound.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';
import { sharpenShares, type ZonePrices } from './sharpen-shares.js';
import { cheapestVisits, type ZoneVisits } from './zone-visits.js';

export interface ZoneBound {
  /** Proven: no plan within the limits costs less. Never below the initial bound. */
  readonly value: number;
  /**
   * 1 for the shifts in which each zone is best visited: at the prices of that bound, then at others tried after it.
   * Where minutes or needles are short, no prices give the cheapest plan, and several are worth starting from.
   */
  readonly starts: readonly (readonly Uint8Array[])[];
}

/** The total of the zones at given prices. */
interface Priced {
  readonly value: number;
  readonly visits: readonly Uint8Array[];
}

/** Most partial plans that a zone's search continues with: rarely are there so many. */
const MOST_BEGINNINGS = 500;
/** Fractions of the first bound's prices that are tried to begin with. */
const FIRST_PRICES = [1, 0.5, 0] as const;
/** Price vectors after the best one whose visits are returned too. */
const OTHER_STARTS = 3;
const KEPT = 0.5;
/** Steps that each zone takes by itself to share out its visits, the first time and after prices moved a little. */
const SHARPEN_STEPS = { first: 250, again: 60 } as const;

/**
 * Raises a bound: with minutes and needles priced, nothing ties zones together, and the cheapest visits of each are
 * found exactly. Prices follow a subgradient, as in the first bound.
 *
 * @param known a plan and its cost: its visits start each search
 * @param steps times that all zones are searched, 1 or more
 */
export function zoneBound(
  problem: RoundsProblem,
  table: CostTable,
  bound: Bound,
  known: { readonly changes: Changes; readonly cost: number },
  steps: number,
): ZoneBound {
  const limits = limitPrices(problem, table);
  const priced = [...bound.minutePrices, ...bound.needlePrices].some((price) => price > 0);
  const zones = problem.zones.map((_, z) => zoneSearch(table, limits, z, bound, known.changes));
  const tried: Priced[] = [];
  let best: Priced = { value: -Infinity, visits: [] };
  let firstPrice = 0;
  const firstPrices = FIRST_PRICES.slice(0, priced ? steps : 1);
  for (const share of firstPrices) {
    limits.take(bound.minutePrices, bound.needlePrices, share);
    const found = search();
    if (found.value <= best.value) continue;
    best = found;
    firstPrice = share;
  }
  limits.take(bound.minutePrices, bound.needlePrices, firstPrice);
  let stepShare = 0.6;
  for (let step = firstPrices.length; step < steps; step++) {
    const found = search();
    tried.push(found);
    if (found.value > best.value) best = found;
    else if (step > firstPrices.length) stepShare *= 0.75;
    const length = limits.turn(KEPT);
    if (length === 0) break;
    limits.go((stepShare * Math.max(0, known.cost - found.value)) / length);
  }
  const others = tried.filter((one) => one !== best);
  const spread = Array.from(
    { length: Math.min(OTHER_STARTS, others.length) },
    (_, i) => others[Math.floor((i * others.length) / OTHER_STARTS)]!,
  );
  return { value: Math.max(bound.value, best.value), starts: [best, ...spread].map(({ visits }) => visits) };

  /** The bound at the present prices; leaves behind what the zones' best plans use. */
  function search(): Priced {
    limits.clear();
    const found = zones.map((cheapest) => cheapest());
    const value = found.reduce((sum, zone) => sum + zone.bound, limits.lessAllowed(table.publishedPrice));
    return { value, visits: found.map(({ visits }) => visits) };
  }
}

/**
 * Searches one zone at the prices in force when it is called, starting from earlier results, and uses what it finds.
 */
function zoneSearch(
  table: CostTable,
  limits: LimitPrices,
  z: number,
  bound: Bound,
  changes: Changes,
): () => { readonly bound: number; readonly visits: Uint8Array } {
  const { shifts } = table;
  const finder = pathFinder(table);
  const machines = table.ofZone[z]!;
  const own = new Float64Array(machines.length * shifts);
  const visit = new Float64Array(shifts);
  const zone: ZonePrices = { machines, shifts, own, visit };
  const shares = Float64Array.from(
    own,
    (_, at) => bound.shares[machines[Math.floor(at / shifts)]! * shifts + (at % shifts)]!,
  );
  const planned = new Uint8Array(shifts);
  for (const m of machines) for (const shift of changes[m]!) planned[shift] = 1;
  const before: Uint8Array[] = [planned];
  return () => {
    for (let s = 0; s < shifts; s++) {
      visit[s] = limits.visitPrice(z, s);
      machines.forEach((m, i) => (own[i * shifts + s] = limits.priceOf(m, s, 0)));
    }
    const known = before
      .map((visits) => ({ visits, cost: costOver(finder, zone, visits) }))
      .reduce((a, b) => (b.cost < a.cost ? b : a));
    const steps = before.length === 1 ? SHARPEN_STEPS.first : SHARPEN_STEPS.again;
    sharpenShares(finder, zone, shares, known.cost, steps);
    const found = cheapestVisits(table, zone, shares, known, MOST_BEGINNINGS);
    before[1] = found.visits;
    use(finder, limits, z, zone, found);
    return found;
  };
}

/** Best path of a machine of the zone over some visits only. */
function pathOver(
  finder: PathFinder,
  { machines, own, shifts }: ZonePrices,
  visits: Uint8Array,
  i: number,
): number {
  const prices = Float64Array.from(visits, (one, s) => (one === 1 ? own[i * shifts + s]! : Infinity));
  return finder.find(machines[i]!, prices, 0);
}

function costOver(finder: PathFinder, zone: ZonePrices, visits: Uint8Array): number {
  const ways = zone.visit.reduce((sum, price, s) => sum + visits[s]! * price, 0);
  return zone.machines.reduce((sum, _, i) => sum + pathOver(finder, zone, visits, i), ways);
}

function use(
  finder: PathFinder,
  limits: LimitPrices,
  z: number,
  zone: ZonePrices,
  { visits }: Pick<ZoneVisits, 'visits'>,
): void {
  visits.forEach((one, s) => {
    if (one === 1) limits.useVisit(z, s);
  });
  zone.machines.forEach((m, i) => {
    pathOver(finder, zone, visits, i);
    for (let c = 0; c < finder.changeCount; c++) limits.useChange(m, finder.changes[c]!);
  });
}
