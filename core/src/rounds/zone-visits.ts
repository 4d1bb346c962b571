import type { CostTable } from './cost-table.js';
import type { ZonePrices } from './sharpen-shares.js';

/** Some visits of a zone: 1 for each shift with one, and their cost at the zone's prices with all its changes. */
export interface ZoneVisits {
  readonly visits: Uint8Array;
  readonly cost: number;
}

/** The best visits found, and a lower bound for any visits: equal if the search was never cut short. */
export interface CheapestVisits extends ZoneVisits {
  readonly bound: number;
}

/** Partial plans that have decided on the same shifts: only what they can still do distinguishes them. */
interface Beginning {
  /** Visits so far. */
  readonly paid: number;
  /**
   * Cost of each machine until its next change, by the shift of that change, the end last: `machine * nodes + shift`.
   * What a machine did before does not matter once it is changed, so this describes a partial plan completely.
   */
  readonly until: Float64Array;
  /** Likeliest shift of each machine's next change. */
  readonly likeliest: Int16Array;
  /** No plan that begins like this costs less. */
  readonly least: number;
  readonly last: Visit | null;
}

interface Visit {
  readonly shift: number;
  readonly before: Visit | null;
}

/**
 * The cheapest visits of one zone at fixed prices, by dynamic programming over its shifts. A partial plan is dropped
 * when the machines' shares of the visits to come show that it will cost more than a known plan, or when another one
 * is at least as good for every machine whatever comes next. If more are left than allowed, the least promising are
 * dropped too, and the bound is what they could still have cost.
 *
 * @param shares what each machine pays for each visit, at most its price together: `machine * shifts + shift`
 * @param known visits already known; only cheaper ones are looked for
 */
export function cheapestVisits(
  table: CostTable,
  zone: ZonePrices,
  shares: Float64Array,
  known: ZoneVisits,
  mostBeginnings: number,
): CheapestVisits {
  const { shifts } = zone;
  const look = lookAhead(table, zone, shares, known.cost);
  let layer: Beginning[] = [firstBeginning(table, zone)];
  let dropped = Infinity;
  for (let shift = 0; shift < shifts; shift++) {
    const next: Beginning[] = [];
    for (const beginning of layer) {
      const visited = look.visit(beginning, shift);
      if (visited) next.push(visited);
      const skipped = look.skip(beginning, shift);
      if (skipped) next.push(skipped);
    }
    layer = undominated(next, zone.machines.length, shift + 1, shifts, mostBeginnings);
    if (next.length > 0 && layer.length === mostBeginnings) dropped = Math.min(dropped, layer.at(-1)!.least);
  }
  const best = layer.reduce<Beginning | null>((a, b) => (a === null || b.least < a.least ? b : a), null);
  if (best === null) return { ...known, bound: Math.min(known.cost, dropped) };
  return { visits: visitsOf(best, shifts), cost: best.least, bound: Math.min(best.least, dropped) };
}

function firstBeginning({ arcs, ends, nodes, shifts }: CostTable, { machines }: ZonePrices): Beginning {
  const until = new Float64Array(machines.length * nodes).fill(Infinity);
  machines.forEach((m, i) => {
    for (let shift = 0; shift < shifts; shift++) until[i * nodes + shift] = arcs[m * nodes * shifts + shift]!;
    until[i * nodes + shifts] = ends[m * nodes]!;
  });
  return { paid: 0, until, likeliest: new Int16Array(machines.length), least: -Infinity, last: null };
}

/** The least still to come, when every machine pays its shares of the visits. */
function afterChanges(
  { arcs, ends, nodes }: CostTable,
  { machines, shifts, own, visit }: ZonePrices,
  shares: Float64Array,
) {
  /**
   * Of a machine from its change in a shift on, that change included; nothing after the end: `machine * nodes +
   * shift`.
   */
  const onward = new Float64Array(machines.length * nodes);
  /** By how much visits from a shift on cost less than the shares paid for them; 0 except for rounding. */
  const unpaid = new Float64Array(nodes);
  for (let shift = shifts - 1; shift >= 0; shift--) {
    let over = visit[shift]!;
    machines.forEach((m, i) => {
      const row = m * nodes + shift + 1;
      let least = ends[row]!;
      for (let to = shift + 1; to < shifts; to++)
        least = Math.min(least, arcs[row * shifts + to]! + onward[i * nodes + to]!);
      over -= shares[i * shifts + shift]!;
      onward[i * nodes + shift] = own[i * shifts + shift]! + shares[i * shifts + shift]! + least;
    });
    unpaid[shift] = unpaid[shift + 1]! + Math.min(0, over);
  }
  return { onward, unpaid };
}

interface LookAhead {
  /** The partial plan with a visit in the shift; null if it will cost more than what is known. */
  visit(beginning: Beginning, shift: number): Beginning | null;
  /** The partial plan without one. */
  skip(beginning: Beginning, shift: number): Beginning | null;
}

function lookAhead(table: CostTable, zone: ZonePrices, shares: Float64Array, knownCost: number): LookAhead {
  const { arcs, ends, nodes } = table;
  const { machines, shifts, own, visit: visitPrice } = zone;
  const count = machines.length;
  const { onward, unpaid } = afterChanges(table, zone, shares);
  return { visit, skip: ({ until, paid, last }, shift) => judged(until, paid, shift, last) };

  function visit({ paid, last, ...beginning }: Beginning, shift: number): Beginning | null {
    const until = beginning.until.slice();
    let some = false;
    for (let i = 0; i < count; i++) {
      const changed = until[i * nodes + shift]! + own[i * shifts + shift]!;
      if (changed === Infinity) continue;
      some = true;
      const row = machines[i]! * nodes + shift + 1;
      for (let to = shift + 1; to < shifts; to++) {
        const cost = changed + arcs[row * shifts + to]!;
        if (cost < until[i * nodes + to]!) until[i * nodes + to] = cost;
      }
      until[i * nodes + shifts] = Math.min(until[i * nodes + shifts]!, changed + ends[row]!);
    }
    return some ? judged(until, paid + visitPrice[shift]!, shift, { shift, before: last }) : null;
  }

  /** Null for one that will cost more; else without the next changes that would make it so. */
  function judged(until: Float64Array, paid: number, shift: number, last: Visit | null): Beginning | null {
    const likeliest = new Int16Array(count);
    let least = paid + unpaid[shift + 1]!;
    for (let i = 0; i < count; i++) {
      let own = Infinity;
      for (let at = i * nodes + shift + 1, to = shift + 1; to <= shifts; at++, to++) {
        const cost = until[at]! + onward[at]!;
        if (cost < own) {
          own = cost;
          likeliest[i] = to;
        }
      }
      least += own;
    }
    if (!(least < knownCost)) return null;
    const room = knownCost - least;
    for (let i = 0; i < count; i++) {
      const best = i * nodes + likeliest[i]!;
      const most = until[best]! + onward[best]! + room;
      for (let at = i * nodes + shift + 1, end = i * nodes + shifts; at <= end; at++)
        if (until[at]! + onward[at]! >= most) until[at] = Infinity;
    }
    return { paid, until, likeliest, least, last };
  }
}

/** The most promising partial plans, without those that another is at least as good as whatever comes next. */
function undominated(
  beginnings: Beginning[],
  count: number,
  shift: number,
  shifts: number,
  most: number,
): Beginning[] {
  const nodes = shifts + 1;
  const kept: Beginning[] = [];
  beginnings.sort((a, b) => a.least - b.least);
  for (const one of beginnings) {
    if (kept.some((better) => dominates(better, one))) continue;
    kept.push(one);
    if (kept.length === most) break;
  }
  return kept;

  function dominates(a: Beginning, b: Beginning): boolean {
    let likely = a.paid - b.paid;
    for (let i = 0; i < count; i++) {
      const at = i * nodes + b.likeliest[i]!;
      likely += a.until[at]! - b.until[at]!;
    }
    if (!(likely <= 0)) return false;
    let over = a.paid - b.paid;
    for (let i = 0; i < count; i++) {
      let worst = -Infinity;
      for (let at = i * nodes + shift, end = i * nodes + shifts; at <= end; at++) {
        if (b.until[at] === Infinity) continue;
        const more = a.until[at]! - b.until[at]!;
        if (more > worst) worst = more;
      }
      over += worst;
    }
    return over <= 0;
  }
}

function visitsOf({ last }: Beginning, shifts: number): Uint8Array {
  const visits = new Uint8Array(shifts);
  for (let visit = last; visit; visit = visit.before) visits[visit.shift] = 1;
  return visits;
}
