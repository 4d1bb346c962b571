import { requireNotNegative, requirePositive } from '../standing/index.js';
import { reorderPoint, type LeadDemand } from './reorder-point.js';

/** The stock position of an item. */
export interface StoreState extends LeadDemand {
  readonly onHand: number;
  readonly onOrder: number;
  /** Pack size, in the item's unit. */
  readonly packSize: number;
  readonly service: number;
  /** Days that an order should last beyond its delivery. */
  readonly coverDays: number;
}

export interface OrderAdvice {
  /** At or below this, order. */
  readonly reorderAt: number;
  /** Days until nothing is left at the rate of use; null if nothing is used. */
  readonly lastsDays: number | null;
  /** What to order now, in whole packs; 0 while there is enough. */
  readonly quantity: number;
}

/** When to order, and how much now. */
export function orderAdvice(state: StoreState): OrderAdvice {
  const { onHand, onOrder, perDay, packSize, service, coverDays } = state;
  const reorderAt = reorderPoint(state, service);
  const there = onHand + onOrder;
  // What nobody uses is ordered by a person, not by a rule.
  const due = perDay > 0 && there <= reorderAt;
  return {
    reorderAt,
    lastsDays: perDay > 0 ? onHand / perDay : null,
    quantity: due ? Math.max(packSize, orderQuantity(reorderAt + perDay * coverDays - there, packSize)) : 0,
  };
}

/**
 * What to order, in whole packs.
 *
 * @throws OutOfRange for a negative shortage or an empty pack
 */
export function orderQuantity(short: number, packSize: number): number {
  return Math.ceil(requireNotNegative('short', short) / requirePositive('packSize', packSize)) * packSize;
}
