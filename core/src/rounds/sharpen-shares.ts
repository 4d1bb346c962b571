import type { PathFinder } from './best-path.js';
import { toSimplex } from './share-simplex.js';

/** One zone at fixed prices of minutes and needles. Arrays are by machine of the zone, then shift. */
export interface ZonePrices {
  /** Indices of its machines in the cost table. */
  readonly machines: readonly number[];
  readonly shifts: number;
  /** Price of a change itself; Infinity if closed. */
  readonly own: Float64Array;
  /** Price of a visit, by shift. */
  readonly visit: Float64Array;
}

/** Share of the previous direction that each step keeps, and how long to wait before taking smaller ones. */
const KEPT = 0.6;
const PATIENCE = 8;
const SMALLEST_STEP = 0.02;

/**
 * Finds what each machine of a zone should pay for each visit, so that their shortest paths together cost as much as
 * possible: the bound of the zone by itself, sharper than the joint bound of all zones, since each takes steps of its
 * own size (subgradient with Polyak steps). Changes `shares` to the best found; returns the bound they prove.
 *
 * @param knownCost cost of some plan of the zone at these prices
 */
export function sharpenShares(
  finder: PathFinder,
  { machines, shifts, own, visit }: ZonePrices,
  shares: Float64Array,
  knownCost: number,
  steps: number,
): number {
  const prices = new Float64Array(own.length);
  const used = new Float64Array(own.length);
  const way = new Float64Array(own.length);
  const places = new Int32Array(machines.length);
  share();
  let best = -Infinity;
  let bestShares = shares.slice();
  let stepShare = 1;
  let sinceBetter = 0;
  for (let step = 0; step < steps && stepShare > SMALLEST_STEP; step++) {
    used.fill(0);
    let value = 0;
    for (let i = 0; i < own.length; i++) prices[i] = own[i]! + shares[i]!;
    for (let i = 0; i < machines.length; i++) {
      value += finder.find(machines[i]!, prices, i * shifts);
      for (let c = 0; c < finder.changeCount; c++) used[i * shifts + finder.changes[c]!] = 1;
    }
    if (value > best) {
      if (value > best + 1e-4 * Math.abs(value)) sinceBetter = 0;
      best = value;
      bestShares = shares.slice();
    }
    if (++sinceBetter > PATIENCE) {
      stepShare /= 1.5;
      sinceBetter = 0;
    }
    let length = 0;
    for (let i = 0; i < way.length; i++) {
      way[i] = KEPT * way[i]! + (1 - KEPT) * used[i]!;
      length += way[i]! ** 2;
    }
    const size = (stepShare * Math.max(knownCost - value, 0)) / Math.max(length, 1e-12);
    if (size === 0) break;
    for (let i = 0; i < way.length; i++) shares[i]! += size * way[i]!;
    share();
  }
  shares.set(bestShares);
  return best;

  /** Projects what is paid for each visit onto its price. */
  function share(): void {
    for (let s = 0; s < shifts; s++) {
      for (let i = 0; i < machines.length; i++) places[i] = i * shifts + s;
      toSimplex(shares, places, visit[s]!);
    }
  }
}
