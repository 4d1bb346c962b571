import type { CostTable } from './cost-table.js';
import type { Bound } from './lower-bound.js';
import { pathFinder } from './best-path.js';
import type { Changes, RoundsProblem } from './rounds-problem.js';

/** A plan that improves try by try and is within its limits at every moment. */
export interface VisitSearch {
  /** Makes a number of tries. `heat` is how much worse, in money, a try may typically be and still be accepted. */
  improve(tries: number, heat: number): void;
  /** Continues from these visits of each zone, as far as limits allow. */
  from(visits: readonly Uint8Array[]): void;
  /** Continues from the best plan so far. */
  toBest(): void;
  readonly bestCost: number;
  readonly bestChanges: Changes;
}

/** How often a try keeps the visits and only lets the machines choose in another order. */
const SAME_VISITS = 0.15;
/** How often a try involves two zones that may compete for minutes or needles. */
const TWO_ZONES = 0.3;

/**
 * Searches for the visits that serve each zone best. Once it is known in which shifts a zone is visited, each of its
 * machines takes its own shortest path over these shifts; so the search is over visits: one is added, removed, or
 * moved to a nearby shift, in one zone or, by ruin and recreate, in two. Worse plans are accepted with a probability
 * that falls with the heat (simulated annealing).
 *
 * @param bound initial prices; minutes and needles keep theirs, so that no machine takes what others need more
 * @param random uniform on 0 to below 1
 */
export function visitSearch(
  problem: RoundsProblem,
  table: CostTable,
  bound: Bound,
  random: () => number,
): VisitSearch {
  const { shifts, count, nodes, arcs, ends, from, to, ofZone } = table;
  const { zones, minutes, stock } = problem;
  const kinds = stock.length;
  const finder = pathFinder(table);
  const ofTotal = Uint8Array.from(minutes, ({ skills }) => (skills === null ? 1 : 0));

  // What is left of the limits; a hair more, so that rounding does not forbid what just fits.
  const left = Float64Array.from(minutes, (limit) => Math.max(0, limit.minutes) + 1e-9);
  const needles = new Float64Array(kinds * shifts);
  stock.forEach((row, k) => row.forEach((most, s) => (needles[k * shifts + s] = Math.max(0, most) + 1e-9)));
  /** Each machine's changes, ascending, and their number; how many are in a zone and shift; the cost of each path. */
  const changesOf = new Int16Array(count * shifts);
  const lengthOf = new Int16Array(count);
  const visited = new Uint16Array(zones.length * shifts);
  const pathCost = new Float64Array(count);
  /** Pinned changes and the visits they need: these are used from the beginning, and their owners pay no more. */
  const pinned = new Uint8Array(count * shifts);
  const pinnedVisit = new Uint8Array(zones.length * shifts);
  /** The least that the machines of a zone cost, whatever the others do. */
  const leastOf = ofZone.map((machines) => machines.map((m) => leastPath(m)));

  // Reused between calls: the visits wanted in a zone, candidates of a machine, and what to undo when a try fails.
  const wanted = new Uint8Array(shifts);
  const wishes = [new Uint8Array(shifts), new Uint8Array(shifts)] as const;
  const at = new Int16Array(shifts);
  const price = new Float64Array(shifts);
  const rest = new Float64Array(shifts + 1);
  const next = new Int16Array(shifts + 1);
  const list = new Int16Array(shifts);
  const order = new Int32Array(count);
  const savedLeft = new Float64Array(left.length);
  const savedNeedles = new Float64Array(needles.length);
  const savedChanges = new Int16Array(count * shifts);
  const savedLengths = new Int16Array(count);
  const savedVisited = new Uint16Array(zones.length * shifts);
  const savedPaths = new Float64Array(count);

  let cost = table.publishedPrice;
  let bestCost = Infinity;
  const best = new Int16Array(count * shifts);
  const bestLengths = new Int16Array(count);
  problem.machines.forEach(({ pinned: pins, zone }, m) => {
    for (const s of pins) {
      useChange(m, s, 1);
      pinned[m * shifts + s] = 1;
      pinnedVisit[zone * shifts + s] = 1;
      if (visited[zone * shifts + s]!++ === 0) useVisit(zone, s, 1);
    }
  });
  ofZone.forEach((_, z) => buildZone(z));
  keep();

  return {
    improve,
    from: fromVisits,
    toBest,
    get bestCost() {
      return bestCost;
    },
    get bestChanges() {
      return Array.from({ length: count }, (_, m) =>
        Array.from(best.subarray(m * shifts, m * shifts + bestLengths[m]!)),
      );
    },
  };

  function leastPath(m: number): number {
    const prices = table.node.slice(m * shifts, (m + 1) * shifts);
    return finder.find(m, prices, 0);
  }

  /** Adds a machine's changes, ascending, to the plan, with their use and cost. */
  function put(m: number, changes: ArrayLike<number>, length: number): void {
    const z = table.zone[m]! * shifts;
    let node = 0;
    let sum = 0;
    for (let i = 0; i < length; i++) {
      const s = changes[i]!;
      sum += arcs[(m * nodes + node) * shifts + s]! + table.node[m * shifts + s]!;
      node = s + 1;
      changesOf[m * shifts + i] = s;
      useChange(m, s, 1);
      if (visited[z + s]!++ === 0) useVisit(table.zone[m]!, s, 1);
    }
    lengthOf[m] = length;
    pathCost[m] = sum + ends[m * nodes + node]!;
    cost += pathCost[m]!;
  }

  function take(m: number): void {
    const z = table.zone[m]! * shifts;
    for (let i = lengthOf[m]! - 1; i >= 0; i--) {
      const s = changesOf[m * shifts + i]!;
      useChange(m, s, -1);
      visited[z + s]!--;
      if (visited[z + s] === 0) useVisit(table.zone[m]!, s, -1);
    }
    lengthOf[m] = 0;
    cost -= pathCost[m]!;
    pathCost[m] = 0;
  }

  function useChange(m: number, s: number, sign: number): void {
    if (pinned[m * shifts + s] === 1) return;
    for (const l of table.limitsOf[m]![s]!) left[l]! -= sign * table.changeMinutes[m]!;
    for (let i = table.kind[m]! * shifts + s, past = (table.kind[m]! + 1) * shifts; i < past; i++)
      needles[i]! -= sign;
  }

  function useVisit(z: number, s: number, sign: number): void {
    cost += sign * zones[z]!.visitCost;
    for (const l of table.totals[s]!) left[l]! -= sign * zones[z]!.setupMinutes;
  }

  /**
   * Plans a machine over the wanted shifts, within what is left: its shortest path. `eager` weights the prices of
   * minutes and needles, which reflect what others need.
   */
  function plan(m: number, eager: number, past = shifts): void {
    const zone = table.zone[m]!;
    const kind = table.kind[m]! * shifts;
    const own = table.limitsOf[m]!;
    const needed = table.changeMinutes[m]!;
    let enough = Infinity;
    let candidates = 0;
    for (let s = shifts - 1; s >= 0; s--) {
      if (needles[kind + s]! < enough) enough = needles[kind + s]!;
      if (wanted[s] === 0) continue;
      const asked = pinned[m * shifts + s] === 1;
      let fits = asked || (enough >= 1 && s < past);
      let value = table.node[m * shifts + s]!;
      if (!fits || value === Infinity) continue;
      const walk = visited[zone * shifts + s] === 0 ? zones[zone]!.setupMinutes : 0;
      for (const l of own[s]!) {
        if (!asked && left[l]! < needed + (ofTotal[l] === 1 ? walk : 0)) fits = false;
        value += eager * bound.minutePrices[l]! * needed;
      }
      if (!fits) continue;
      at[candidates] = s;
      price[candidates++] = value + eager * bound.needlePrices[kind + s]!;
    }
    // Candidates are ordered from last to first; the one past them is now.
    for (let c = 0; c <= candidates; c++) {
      const row = m * nodes + (c === candidates ? 0 : at[c]! + 1);
      let least = ends[row]!;
      let then = -1;
      const [low, high] = [from[row]!, to[row]!];
      for (let d = c - 1; d >= 0; d--) {
        const s = at[d]!;
        if (s < low) continue;
        if (s >= high) break;
        const value = arcs[row * shifts + s]! + price[d]! + rest[d]!;
        if (value < least) {
          least = value;
          then = d;
        }
      }
      rest[c] = least;
      next[c] = then;
    }
    let length = 0;
    let taken = 0;
    for (let c = next[candidates]!; c >= 0; c = next[c]!) {
      const s = at[c]!;
      list[length++] = s;
      if (pinned[m * shifts + s] === 1) continue;
      // Each change alone has its needle, but several of one machine may not: then the later ones are dropped.
      for (let i = kind + s; taken > 0 && i < kind + shifts; i++)
        if (needles[i]! < taken + 1) return plan(m, eager, s);
      taken++;
    }
    put(m, list, length);
  }

  /**
   * Plans the machines of a zone for the wanted shifts, in any order. False, with the zone half planned, when the
   * total will surely exceed `most`.
   */
  function planZone(z: number, eager: number, most: number): boolean {
    const machines = ofZone[z]!;
    const least = leastOf[z]!;
    let toCome = 0;
    for (let i = 0; i < machines.length; i++) {
      toCome += least[i]!;
      order[i] = i;
    }
    for (let i = 0; i < machines.length; i++) {
      const j = i + Math.floor(random() * (machines.length - i));
      const next = order[j]!;
      order[j] = order[i]!;
      toCome -= least[next]!;
      plan(machines[next]!, eager);
      if (cost + toCome > most) return false;
    }
    return true;
  }

  /**
   * Plans a zone for the shifts wanted by at least a given number of its machines at the bound's prices: the number
   * that is cheapest.
   */
  function buildZone(z: number): void {
    const machines = ofZone[z]!;
    const votes = new Uint16Array(shifts);
    for (const m of machines) {
      finder.find(m, bound.prices, m * shifts);
      for (let c = 0; c < finder.changeCount; c++) votes[finder.changes[c]!]!++;
    }
    const planFor = (enough: number): number => {
      for (const m of machines) take(m);
      for (let s = 0; s < shifts; s++)
        wanted[s] = votes[s]! >= enough || pinnedVisit[z * shifts + s] === 1 ? 1 : 0;
      planZone(z, 1, Infinity);
      return cost;
    };
    const tried = Array.from({ length: Math.max(...votes) + 1 }, (_, i) => planFor(i + 1));
    planFor(tried.indexOf(Math.min(...tried)) + 1);
  }

  /** Adds, removes or moves one of the wanted visits. */
  function alter(z: number): void {
    const s = Math.floor(random() * shifts);
    const how = random();
    const near = s + (random() < 0.5 ? -1 : 1) * (1 + Math.floor(random() * 3));
    const within = near >= 0 && near < shifts;
    const add = wanted[s] === 0;
    wanted[s] = add ? 1 : 0;
    // A new visit usually replaces a nearby one, and a removed one is usually made nearby.
    if (within && how < 0.6) wanted[near] = add ? 0 : 1;
    for (let t = 0; t < shifts; t++) if (pinnedVisit[z * shifts + t] === 1) wanted[t] = 1;
  }

  function improve(tries: number, heat: number): void {
    for (let i = 0; i < tries; i++) {
      const one = Math.floor(random() * zones.length);
      const other = random() < TWO_ZONES ? Math.floor(random() * zones.length) : one;
      tryZones(other === one ? [one] : [one, other], heat);
    }
  }

  function tryZones(chosen: readonly number[], heat: number): void {
    const before = cost;
    savedLeft.set(left);
    savedNeedles.set(needles);
    chosen.forEach((z, i) => {
      for (let s = 0; s < shifts; s++) wanted[s] = visited[z * shifts + s]! > 0 ? 1 : 0;
      if (random() > SAME_VISITS) alter(z);
      wishes[i as 0 | 1].set(wanted);
    });
    for (const z of chosen) {
      savedVisited.set(visited.subarray(z * shifts, (z + 1) * shifts), z * shifts);
      for (const m of ofZone[z]!) {
        const length = lengthOf[m]!;
        savedLengths[m] = length;
        for (let i = m * shifts; i < m * shifts + length; i++) savedChanges[i] = changesOf[i]!;
        savedPaths[m] = pathCost[m]!;
        take(m);
      }
    }
    const most = before + heat * -Math.log(1 - random());
    const eager = random() < 0.5 ? 0 : random();
    let done = true;
    for (let i = 0; done && i < chosen.length; i++) {
      wanted.set(wishes[i as 0 | 1]);
      done = planZone(chosen[i]!, eager, most);
    }
    if (done) {
      if (cost < bestCost - 1e-9) keep();
      return;
    }
    for (const z of chosen) {
      visited.set(savedVisited.subarray(z * shifts, (z + 1) * shifts), z * shifts);
      for (const m of ofZone[z]!) {
        const length = savedLengths[m]!;
        lengthOf[m] = length;
        for (let i = m * shifts; i < m * shifts + length; i++) changesOf[i] = savedChanges[i]!;
        pathCost[m] = savedPaths[m]!;
      }
    }
    left.set(savedLeft);
    needles.set(savedNeedles);
    cost = before;
  }

  function keep(): void {
    bestCost = cost;
    best.set(changesOf);
    bestLengths.set(lengthOf);
  }

  function fromVisits(visits: readonly Uint8Array[]): void {
    for (let m = 0; m < count; m++) take(m);
    const order = ofZone.map((_, z) => z);
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    for (const z of order) {
      for (let s = 0; s < shifts; s++)
        wanted[s] = visits[z]![s] === 1 || pinnedVisit[z * shifts + s] === 1 ? 1 : 0;
      planZone(z, 1, Infinity);
    }
    if (cost < bestCost - 1e-9) keep();
  }

  function toBest(): void {
    for (let m = 0; m < count; m++) take(m);
    for (let m = 0; m < count; m++) {
      const length = bestLengths[m]!;
      list.set(best.subarray(m * shifts, m * shifts + length));
      put(m, list, length);
    }
  }
}
