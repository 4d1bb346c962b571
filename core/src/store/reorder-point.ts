import { lnGamma } from '../numeric/index.js';
import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/** How an item is used up while an order is on its way. */
export interface LeadDemand {
  /** Use per day, in the item's unit. */
  readonly perDay: number;
  /** What is taken at a time: one needle, one cone. */
  readonly lump: number;
  /** Mean and standard deviation of the days from order to delivery. */
  readonly leadDays: number;
  readonly leadSpreadDays: number;
}

/** Spreads above and below the mean that cover all relevant probabilities. */
const TAIL = 40;

/**
 * When to order: the smallest stock on hand and on order at which the next delivery arrives before the item runs out
 * in `service` of all orders (cycle service).
 *
 * Units are taken at random (Poisson) and the lead time is gamma distributed, so that the number taken meanwhile is
 * negative binomial; without variation in lead time, Poisson. The mixture is Greenwood and Yule's (1920), from
 * memory. It is also the answer to the newsvendor problem at the ratio `service`.
 *
 * @param service probability that a delivery is in time, above 0 and below 1
 * @returns in the item's unit, whole units taken
 * @throws OutOfRange
 */
export function reorderPoint(
  { perDay, lump, leadDays, leadSpreadDays }: LeadDemand,
  service: number,
): number {
  requirePositive('lump', lump);
  if (!(service > 0 && service < 1)) throw new OutOfRange('service', service, 'above 0 and below 1');
  const rate = requireNotNegative('perDay', perDay) / lump;
  const mean = rate * requireNotNegative('leadDays', leadDays);
  const extra = (rate * requireNotNegative('leadSpreadDays', leadSpreadDays)) ** 2;
  if (mean === 0) return 0;
  const logChance = logChanceOf(mean, extra);
  const most = Math.ceil(mean + TAIL * Math.sqrt(mean + extra) + TAIL);
  let below = 0;
  for (let lumps = 0; lumps < most; lumps++) {
    below += Math.exp(logChance(lumps));
    if (below >= service) return lumps * lump;
  }
  return most * lump;
}

/** Logarithm of the probability of a number of units. @param extra variance above Poisson's */
function logChanceOf(mean: number, extra: number): (lumps: number) => number {
  if (extra <= 1e-9 * mean) return (n) => n * Math.log(mean) - mean - lnGamma(n + 1);
  const shape = mean ** 2 / extra;
  const [stays, goes] = [Math.log(shape / (shape + mean)), Math.log(mean / (shape + mean))];
  return (n) => lnGamma(n + shape) - lnGamma(shape) - lnGamma(n + 1) + shape * stays + n * goes;
}
