import { requireNotNegative } from '../standing/index.js';

/** A delivery to the store. */
export interface Delivery {
  readonly quantity: number;
  readonly atMs: number;
}

/** The age of the stock. */
export interface ShelfAge {
  /** What is older than its shelf life, in the item's unit. */
  readonly overage: number;
  /** When the next of the good stock expires; null if there is none. */
  readonly nextAtMs: number | null;
}

/**
 * How much of an item is past its shelf life if the oldest is always taken first: the stock is from the latest
 * deliveries, and whatever they do not account for is older than the first of them. Age counts from delivery, so time
 * at the supplier's is extra.
 *
 * @param onHand the stock, in the item's unit
 * @param deliveries in any order
 * @param firstKnownMs when the item was first recorded: stock without a delivery is at least that old
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
