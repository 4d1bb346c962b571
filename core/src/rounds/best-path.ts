import type { CostTable } from './cost-table.js';

/** Finds the cheapest changes of single machines; reuses its arrays between calls. */
export interface PathFinder {
  /**
   * Cheapest path of a machine under prices per shift (`prices[offset + shift]`, Infinity for a closed one) in
   * addition to the costs of its arcs. Returns its cost, and leaves its changes in `changes` up to `changeCount`.
   * Infinity: there is none.
   */
  find(machine: number, prices: Float64Array, offset: number): number;
  readonly changes: Int16Array;
  changeCount: number;
}

/** Shortest paths over the shifts from the end to now: every arc is examined once. */
export function pathFinder({ shifts, nodes, arcs, ends, from, to }: CostTable): PathFinder {
  const cost = new Float64Array(nodes);
  const next = new Int16Array(nodes);
  const finder: PathFinder = { find, changes: new Int16Array(shifts), changeCount: 0 };
  return finder;

  function find(machine: number, prices: Float64Array, offset: number): number {
    const row0 = machine * nodes;
    for (let node = nodes - 1; node >= 0; node--) {
      // A closed shift is never reached, so nothing need be known about it.
      if (node > 0 && prices[offset + node - 1] === Infinity) continue;
      const row = row0 + node;
      const base = row * shifts;
      let least = ends[row]!;
      let best = shifts;
      for (let shift = from[row]!, past = to[row]!; shift < past; shift++) {
        const price = prices[offset + shift]!;
        if (price === Infinity) continue;
        const value = arcs[base + shift]! + price + cost[shift + 1]!;
        if (value < least) {
          least = value;
          best = shift;
        }
      }
      cost[node] = least;
      next[node] = best;
    }
    let count = 0;
    if (cost[0]! < Infinity)
      for (let shift = next[0]!; shift < shifts; shift = next[shift + 1]!) finder.changes[count++] = shift;
    finder.changeCount = count;
    return cost[0]!;
  }
}
