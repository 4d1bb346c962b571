import { requireNotNegative, requirePositive } from '../standing/index.js';
import { reorderPoint, type LeadDemand } from './reorder-point.js';

/** What a thing in the store stands at. */
export interface StoreState extends LeadDemand {
  readonly onHand: number;
  readonly onOrder: number;
  /** What comes in one pack, in the unit of the thing. */
  readonly packSize: number;
  readonly service: number;
  /** Days that an order is to last beyond its delivery. */
  readonly coverDays: number;
}

export interface OrderAdvice {
  /** At or below this, order. */
  readonly reorderAt: number;
  /** Days until nothing is left at the rate of use; null while nothing is used. */
  readonly lastsDays: number | null;
  /** What to order now, whole packs; 0 while there is enough. */
  readonly quantity: number;
}

/** When to order, and how much now. */
export function orderAdvice(state: StoreState): OrderAdvice {
  const { onHand, onOrder, perDay, packSize, service, coverDays } = state;
  const reorderAt = reorderPoint(state, service);
  const there = onHand + onOrder;
  // What nobody uses is ordered by somebody, not by a rule.
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
 * @throws OutOfRange for a negative shortage or a pack that holds nothing
 */
export function orderQuantity(short: number, packSize: number): number {
  return Math.ceil(requireNotNegative('short', short) / requirePositive('packSize', packSize)) * packSize;
}
