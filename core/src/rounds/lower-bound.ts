import { pathFinder } from './best-path.js';
import type { CostTable } from './cost-table.js';
import { limitPrices } from './limit-prices.js';
import type { RoundsProblem } from './rounds-problem.js';
import { toSimplex } from './share-simplex.js';

/** Prices of what machines share, and a cost that no plan can beat. */
export interface Bound {
  /** Proven: no plan within the limits costs less. */
  readonly value: number;
  /** Price of a change with everything shared: `machine * shifts + shift`. */
  readonly prices: Float64Array;
  /** What each machine pays for each visit to its zone: `machine * shifts + shift`. */
  readonly shares: Float64Array;
  /** Price per minute of each limit. */
  readonly minutePrices: Float64Array;
  /** Price of each kind's needles by shift, as a change pays it: `kind * shifts + shift`. */
  readonly needlePrices: Float64Array;
}

/** Improves a bound step by step. */
export interface BoundSearch {
  /** Takes a number of steps, each one shortest path per machine, given a plan of this cost. */
  improve(steps: number, knownCost: number): void;
  readonly best: Bound;
}

const FIRST_STEP = 1;
const PATIENCE = 12;
/** Share of the previous direction that each step keeps (deflection). */
const KEPT = 0.7;
const SMALLEST_STEP = 1e-4;

/**
 * Lagrangian bound: every machine pays prices for minutes, for its share of each visit and for needles, and then
 * takes its own shortest path. The sum of these, less what the limits allow, is below the cost of every plan. Prices
 * follow a deflected subgradient with Polyak steps (Polyak 1969; Held, Wolfe and Crowder 1974); the shares of a visit
 * are kept on the simplex of its cost.
 */
export function boundSearch(problem: RoundsProblem, table: CostTable): BoundSearch {
  const { shifts, count, ofZone } = table;
  const { zones } = problem;
  const finder = pathFinder(table);
  const limits = limitPrices(problem, table);
  const shares = new Float64Array(count * shifts);
  const prices = new Float64Array(count * shifts);
  const used = new Float64Array(count * shifts);
  const way = new Float64Array(count * shifts);

  const search: { best: Bound; improve: BoundSearch['improve'] } = {
    best: { value: -Infinity, prices, shares, minutePrices: limits.minutes, needlePrices: limits.needles },
    improve,
  };
  let stepShare = FIRST_STEP;
  let sinceBetter = 0;
  ofZone.forEach((machines, z) => {
    for (const m of machines)
      for (let s = 0; s < shifts; s++) shares[m * shifts + s] = zones[z]!.visitCost / machines.length;
  });
  return search;

  function writePrices(): void {
    for (let m = 0; m < count; m++)
      for (let s = 0; s < shifts; s++) prices[m * shifts + s] = limits.priceOf(m, s, shares[m * shifts + s]!);
  }

  function improve(steps: number, knownCost: number): void {
    for (let step = 0; step < steps; step++) {
      if (stepShare < SMALLEST_STEP) return;
      writePrices();
      used.fill(0);
      limits.clear();
      let value = limits.lessAllowed(table.publishedPrice);
      for (let m = 0; m < count; m++) {
        value += finder.find(m, prices, m * shifts);
        for (let c = 0; c < finder.changeCount; c++) {
          used[m * shifts + finder.changes[c]!] = 1;
          limits.useChange(m, finder.changes[c]!);
        }
      }
      if (value > search.best.value) {
        const better = value > search.best.value + 1e-4 * Math.abs(value);
        search.best = {
          value,
          prices: prices.slice(),
          shares: shares.slice(),
          minutePrices: limits.minutes.slice(),
          needlePrices: limits.needles.slice(),
        };
        if (better) sinceBetter = 0;
      }
      if (++sinceBetter > PATIENCE) {
        stepShare /= 1.5;
        sinceBetter = 0;
      }
      move(Math.max(knownCost - value, 1e-9 * Math.abs(value)));
    }
  }

  /** One step along the deflected direction; `missing` is how far the bound is from a known plan. */
  function move(missing: number): void {
    let length = limits.turn(KEPT);
    for (let i = 0; i < used.length; i++) {
      way[i] = KEPT * way[i]! + (1 - KEPT) * used[i]!;
      length += way[i]! * way[i]!;
    }
    const size = (stepShare * missing) / Math.max(length, 1e-12);
    limits.go(size);
    for (let i = 0; i < way.length; i++) shares[i]! += size * way[i]!;
    ofZone.forEach((machines, z) => {
      const places = new Int32Array(machines.length);
      for (let s = 0; s < shifts; s++) {
        machines.forEach((m, i) => (places[i] = m * shifts + s));
        toSimplex(shares, places, limits.visitPrice(z, s));
      }
    });
  }
}
