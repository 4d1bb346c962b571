import { pathFinder } from './best-path.js';
import type { CostTable } from './cost-table.js';
import { limitPrices } from './limit-prices.js';
import type { Bound } from './lower-bound.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';
import { sharpenShares } from './sharpen-shares.js';

/** How long to search. */
export interface ZoneEffort {
  /** Times that all zones are searched, 1 or more. */
  readonly steps: number;
  /** Nodes that the search of one zone may look at before it is cut off earlier. */
  readonly mostNodes: number;
}

export interface ZoneBound {
  /** Proven: no plan within the limits costs less. Never below the bound it began with. */
  readonly value: number;
  /** 1 for the shifts in which each zone is best visited at the prices of that bound. */
  readonly visits: readonly Uint8Array[];
}

/** How often the search of one zone may be cut off earlier. */
const CUTS = 8;
/** Shifts that are looked at to begin with: few zones are small enough for more. */
const FIRST_DEPTH = 30;
/** Shares of the first bound's prices that are tried to begin with. */
const BEGINNINGS = [1, 0.5, 0] as const;
const KEPT = 0.5;
/** Steps that each zone takes by itself to share out its visits. */
const SHARPEN_STEPS = 250;

/**
 * Raises a bound: with minutes and needles priced, nothing ties zones together, and the cheapest set of visits of each is
 * found by branch and bound over its shifts in order. The machines' shares of the visits to come say what a beginning must
 * still cost at the least. Where the search of a zone grows too large, it stops at an earlier shift; what it then knows
 * still is a bound. Prices follow a subgradient, as in the first bound.
 *
 * @param known a plan and its cost: its visits begin each search
 */
export function zoneBound(
  problem: RoundsProblem,
  table: CostTable,
  bound: Bound,
  known: { readonly changes: Changes; readonly cost: number },
  { steps, mostNodes }: ZoneEffort,
): ZoneBound {
  const { shifts, nodes, arcs, ends, from, to } = table;
  const { zones } = problem;
  const finder = pathFinder(table);
  const limits = limitPrices(problem, table);
  const first = limitPrices(problem, table);
  first.take(bound.minutePrices, bound.needlePrices, 1);
  const priced = [...bound.minutePrices, ...bound.needlePrices].some((price) => price > 0);
  const depths = new Int16Array(zones.length).fill(Math.min(shifts, FIRST_DEPTH));

  /** What each zone's best plan visited last. */
  const visited = zones.map(() => new Uint8Array(shifts));
  let start = { value: -Infinity, share: 0, visits: [] as readonly Uint8Array[] };
  for (const share of BEGINNINGS.slice(0, priced ? steps : 1)) {
    limits.take(bound.minutePrices, bound.needlePrices, share);
    const value = valueNow();
    if (value > start.value) start = { value, share, visits: visited.map((one) => one.slice()) };
  }
  limits.take(bound.minutePrices, bound.needlePrices, start.share);
  let best: ZoneBound = { value: Math.max(bound.value, start.value), visits: start.visits };
  let stepShare = 0.6;
  for (let step = BEGINNINGS.length; step < steps; step++) {
    const value = valueNow();
    if (value > best.value) best = { value, visits: visited.map((one) => one.slice()) };
    else if (step > BEGINNINGS.length) stepShare *= 0.75;
    const length = limits.turn(KEPT);
    if (length > 0) limits.go((stepShare * Math.max(0, known.cost - value)) / length);
  }
  return best;

  /** The bound at the prices now; leaves what the zones' best plans use. */
  function valueNow(): number {
    limits.clear();
    let value = limits.lessAllowed(table.publishedPrice);
    for (let z = 0; z < zones.length; z++) value += ofZone(z);
    return value;
  }

  function ofZone(z: number): number {
    const machines = table.ofZone[z]!;
    const visitPrice = Float64Array.from({ length: shifts }, (_, s) => limits.visitPrice(z, s));
    /** Price of a change by itself, its share of the visit, and both. */
    const own = new Float64Array(machines.length * shifts);
    const share = new Float64Array(machines.length * shifts);
    const shared = new Float64Array(machines.length * shifts);
    /** What visits from a shift on cost less than the shares paid for them; 0 but for rounding. */
    const unpaid = new Float64Array(shifts + 1);
    for (let s = 0; s < shifts; s++) {
      const firstPrice = first.visitPrice(z, s);
      const smaller = firstPrice > 0 ? visitPrice[s]! / firstPrice : 1;
      machines.forEach((m, i) => {
        own[i * shifts + s] = limits.priceOf(m, s, 0);
        share[i * shifts + s] = smaller * bound.shares[m * shifts + s]!;
      });
    }
    const begin = new Uint8Array(shifts);
    for (const m of machines) for (const s of known.changes[m]!) begin[s] = 1;
    const beginCost = costOver(begin);
    sharpenShares(finder, { machines, shifts, own, visit: visitPrice }, share, beginCost, SHARPEN_STEPS);
    for (let s = shifts - 1; s >= 0; s--) {
      let over = visitPrice[s]!;
      machines.forEach((_, i) => {
        shared[i * shifts + s] = own[i * shifts + s]! + share[i * shifts + s]!;
        over -= share[i * shifts + s]!;
      });
      unpaid[s] = unpaid[s + 1]! + Math.min(0, over);
    }
    /** Least cost from a node on when the next change is in or after a shift: `(machine * nodes + node) * nodes + shift`. */
    const ahead = new Float64Array(machines.length * nodes * nodes);
    const onward = new Float64Array(nodes);
    machines.forEach((m, i) => {
      for (let node = shifts; node >= 0; node--) {
        const row = m * nodes + node;
        const base = (i * nodes + node) * nodes;
        let least = ends[row]!;
        ahead[base + shifts] = least;
        for (let s = shifts - 1; s >= node; s--) {
          if (s >= from[row]! && s < to[row]!)
            least = Math.min(least, arcs[row * shifts + s]! + shared[i * shifts + s]! + onward[s + 1]!);
          ahead[base + s] = least;
        }
        onward[node] = ahead[base + node]!;
      }
    });
    /** Least cost to reach a node over the visits so far. */
    const reached = new Float64Array(machines.length * nodes);
    const visits = new Int16Array(nodes);
    const found = new Uint8Array(shifts);
    let visitCount = 1;
    let least = Infinity;
    let looked = 0;
    for (let cut = 0; cut < CUTS; cut++) {
      looked = 0;
      visitCount = 1;
      least = beginCost;
      found.set(begin);
      if (search(0, 0)) break;
      least = -Infinity;
      depths[z] = Math.floor(0.85 * depths[z]!);
    }
    visited[z]!.set(found);
    use();
    return least;

    /** Everything that begins with the visits so far. False when it is too much. */
    function search(shift: number, paid: number): boolean {
      if (++looked > mostNodes) return false;
      let total = paid + unpaid[shift]!;
      for (let i = 0; i < machines.length; i++) {
        const row = i * nodes;
        let cheapest = Infinity;
        for (let v = visitCount - 1; v >= 0; v--) {
          const node = visits[v]!;
          const cost = reached[row + node]! + ahead[(row + node) * nodes + shift]!;
          if (cost < cheapest) cheapest = cost;
        }
        total += cheapest;
        if (total >= least) return true;
      }
      if (shift >= depths[z]!) {
        least = total;
        found.fill(0, 0, shift);
        for (let v = 1; v < visitCount; v++) found[visits[v]! - 1] = 1;
        return true;
      }
      for (let i = 0; i < machines.length; i++) {
        const m = machines[i]! * nodes;
        let cheapest = Infinity;
        for (let v = visitCount - 1; v >= 0; v--) {
          const node = visits[v]!;
          const cost = reached[i * nodes + node]! + arcs[(m + node) * shifts + shift]!;
          if (cost < cheapest) cheapest = cost;
        }
        reached[i * nodes + shift + 1] = cheapest + own[i * shifts + shift]!;
      }
      visits[visitCount++] = shift + 1;
      const done = search(shift + 1, paid + visitPrice[shift]!);
      visitCount--;
      return done && search(shift + 1, paid);
    }

    /** Each machine's best path over some visits, at the prices now; asks what it uses when told to. */
    function pathOver(open: Uint8Array, i: number): number {
      const prices = Float64Array.from(open, (one, s) => (one === 1 ? own[i * shifts + s]! : Infinity));
      return finder.find(machines[i]!, prices, 0);
    }

    function costOver(open: Uint8Array): number {
      let sum = 0;
      for (let s = 0; s < shifts; s++) if (open[s] === 1) sum += visitPrice[s]!;
      for (let i = 0; i < machines.length; i++) sum += pathOver(open, i);
      return sum;
    }

    function use(): void {
      for (let s = 0; s < shifts; s++) if (found[s] === 1) limits.useVisit(z, s);
      machines.forEach((m, i) => {
        pathOver(found, i);
        for (let c = 0; c < finder.changeCount; c++) limits.useChange(m, finder.changes[c]!);
      });
    }
  }
}
