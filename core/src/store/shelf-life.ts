import { requireNotNegative } from '../standing/index.js';

/** A delivery that came into the store. */
export interface Delivery {
  readonly quantity: number;
  readonly atMs: number;
}

/** How old what lies in the store is. */
export interface ShelfAge {
  /** What is older than its shelf life, in the unit of the thing. */
  readonly overage: number;
  /** When the next of what is still good gets too old; null while nothing good is there. */
  readonly nextAtMs: number | null;
}

/**
 * How much of a thing is past its shelf life when the oldest is always taken first: what is there then came with the last
 * deliveries, and whatever they do not make up is older than the first of them. Its age counts from the delivery, so that
 * what lay at the supplier's comes on top.
 *
 * @param onHand what is there, in the unit of the thing
 * @param deliveries in any order
 * @param firstKnownMs when the thing was first written down: what no delivery accounts for is at least that old
 * @param limitMs what came before this instant is too old
 */
export function shelfAge(
  onHand: number,
  deliveries: readonly Delivery[],
  firstKnownMs: number,
  limitMs: number,
): ShelfAge {
  let unmade = requireNotNegative('onHand', onHand);
  let overage = 0;
  let nextAtMs: number | null = null;
  const newestFirst = [...deliveries].sort((a, b) => b.atMs - a.atMs);
  for (const { quantity, atMs } of [...newestFirst, { quantity: Infinity, atMs: firstKnownMs }]) {
    const part = Math.min(unmade, quantity);
    if (part <= 0) continue;
    unmade -= part;
    if (atMs < limitMs) overage += part;
    else nextAtMs = atMs;
  }
  return { overage, nextAtMs };
}
