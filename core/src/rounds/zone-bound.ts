import { pathFinder } from './best-path.js';
import type { CostTable } from './cost-table.js';
import type { Bound } from './lower-bound.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

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
  const { shifts, nodes, arcs, ends, from, to, count } = table;
  const { minutes, stock, zones } = problem;
  const kinds = stock.length;
  const finder = pathFinder(table);
  const allowedMinutes = Float64Array.from(minutes, (limit) => Math.max(0, limit.minutes));
  const allowedNeedles = Float64Array.from(stock.flatMap((row) => row.map((most) => Math.max(0, most))));
  const firstMinutes = bound.minutePrices;
  const firstNeedles = bound.needlePrices.map(
    (price, i) => price - ((i + 1) % shifts === 0 ? 0 : bound.needlePrices[i + 1]!),
  );
  const meanMinutes = Math.max(
    1e-9,
    table.changeMinutes.reduce((sum, one) => sum + one, 0) / Math.max(1, count),
  );
  const scale = { minutes: 1 / (meanMinutes * meanMinutes), needles: 1 / shifts };
  const usedMinutes = new Float64Array(minutes.length);
  const usedNeedles = new Float64Array(kinds * shifts);
  const needlePrices = new Float64Array(kinds * shifts);
  const depths = new Int16Array(zones.length).fill(Math.min(shifts, FIRST_DEPTH));

  let minutePrices = firstMinutes.map(() => 0);
  let stockPrices = firstNeedles.map(() => 0);
  /** What each zone's best plan visited last. */
  const visited = zones.map(() => new Uint8Array(shifts));
  let start = { value: -Infinity, minutePrices, stockPrices, visits: [] as readonly Uint8Array[] };
  for (const share of BEGINNINGS.slice(0, steps)) {
    minutePrices = firstMinutes.map((price) => share * price);
    stockPrices = firstNeedles.map((price) => share * price);
    const value = valueNow();
    if (value > start.value)
      start = { value, minutePrices, stockPrices, visits: visited.map((one) => one.slice()) };
    if (!firstMinutes.some((price) => price > 0) && !firstNeedles.some((price) => price > 0)) break;
  }
  ({ minutePrices, stockPrices } = start);
  let best: ZoneBound = { value: Math.max(bound.value, start.value), visits: start.visits };
  const wayMinutes = new Float64Array(minutes.length);
  const wayNeedles = new Float64Array(kinds * shifts);
  let stepShare = 0.6;
  for (let step = BEGINNINGS.length; step < steps; step++) {
    const value = valueNow();
    if (value > best.value) best = { value, visits: visited.map((one) => one.slice()) };
    else if (step > BEGINNINGS.length) stepShare *= 0.75;
    move(Math.max(0, known.cost - value));
  }
  return best;

  /** The bound at the prices now; leaves what the zones' best plans use. */
  function valueNow(): number {
    for (let k = 0; k < kinds; k++) {
      let sum = 0;
      for (let s = shifts - 1; s >= 0; s--)
        needlePrices[k * shifts + s] = sum += stockPrices[k * shifts + s]!;
    }
    usedMinutes.fill(0);
    usedNeedles.fill(0);
    let value = table.toldPrice;
    for (let l = 0; l < minutes.length; l++) value -= minutePrices[l]! * allowedMinutes[l]!;
    for (let i = 0; i < stockPrices.length; i++) value -= stockPrices[i]! * allowedNeedles[i]!;
    for (let z = 0; z < zones.length; z++) value += ofZone(z);
    return value;
  }

  function move(missing: number): void {
    let length = 0;
    const along = (
      way: Float64Array,
      used: Float64Array,
      allowed: Float64Array,
      prices: Float64Array,
      weight: number,
    ) => {
      for (let i = 0; i < way.length; i++) {
        way[i] = KEPT * way[i]! + (1 - KEPT) * (used[i]! - allowed[i]!);
        if (way[i]! > 0 || prices[i]! > 0) length += weight * way[i]! ** 2;
      }
    };
    along(wayMinutes, usedMinutes, allowedMinutes, minutePrices, scale.minutes);
    along(wayNeedles, usedNeedles, allowedNeedles, stockPrices, scale.needles);
    if (length === 0) return;
    const size = (stepShare * missing) / length;
    for (let l = 0; l < minutePrices.length; l++)
      minutePrices[l] = Math.max(0, minutePrices[l]! + size * scale.minutes * wayMinutes[l]!);
    for (let i = 0; i < stockPrices.length; i++)
      stockPrices[i] = Math.max(0, stockPrices[i]! + size * scale.needles * wayNeedles[i]!);
  }

  function ofZone(z: number): number {
    const machines = table.ofZone[z]!;
    const visitPrice = new Float64Array(shifts).fill(zones[z]!.visitCost);
    const firstPrice = visitPrice.slice();
    minutes.forEach(({ shift, skills }, l) => {
      if (skills !== null) return;
      visitPrice[shift]! += zones[z]!.setupMinutes * minutePrices[l]!;
      firstPrice[shift]! += zones[z]!.setupMinutes * firstMinutes[l]!;
    });
    /** Price of a change by itself, and with its share of the visit. */
    const own = new Float64Array(machines.length * shifts);
    const shared = new Float64Array(machines.length * shifts);
    /** What visits from a shift on cost less than the shares paid for them; 0 but for rounding. */
    const unpaid = new Float64Array(shifts + 1);
    for (let s = shifts - 1; s >= 0; s--) {
      const smaller = firstPrice[s]! > 0 ? visitPrice[s]! / firstPrice[s]! : 1;
      let over = visitPrice[s]!;
      machines.forEach((m, i) => {
        let price = table.node[m * shifts + s]! + needlePrices[table.kind[m]! * shifts + s]!;
        for (const l of table.limitsOf[m]![s]!) price += table.changeMinutes[m]! * minutePrices[l]!;
        const share = smaller * bound.shares[m * shifts + s]!;
        own[i * shifts + s] = price;
        shared[i * shifts + s] = price + share;
        over -= share;
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
    const begin = new Uint8Array(shifts);
    for (const m of machines) for (const s of known.changes[m]!) begin[s] = 1;
    const beginCost = costOver(begin);
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
      minutes.forEach(({ shift, skills }, l) => {
        if (skills === null && found[shift] === 1) usedMinutes[l]! += zones[z]!.setupMinutes;
      });
      machines.forEach((m, i) => {
        pathOver(found, i);
        for (let c = 0; c < finder.changeCount; c++) {
          const shift = finder.changes[c]!;
          for (const l of table.limitsOf[m]![shift]!) usedMinutes[l]! += table.changeMinutes[m]!;
          for (let s = shift; s < shifts; s++) usedNeedles[table.kind[m]! * shifts + s]!++;
        }
      });
    }
  }
}
