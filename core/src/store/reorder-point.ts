import { lnGamma } from '../numeric/index.js';
import { OutOfRange, requireNotNegative, requirePositive } from '../standing/index.js';

/** How a thing is used up while an order is on its way. */
export interface LeadDemand {
  /** Use in a day, in the unit of the thing. */
  readonly perDay: number;
  /** What is taken at a time: one needle, one cone. */
  readonly lump: number;
  /** Days from the order to the delivery, on average, and their standard deviation. */
  readonly leadDays: number;
  readonly leadSpreadDays: number;
}

/** Spreads above and below the mean that hold all chances that count. */
const TAIL = 40;

/**
 * When to order: the least that is still there, or on its way, at which the next delivery comes before the thing runs out in
 * `service` of all orders (cycle service).
 *
 * Lumps are taken by chance (Poisson) and the lead time is gamma distributed, so that the lumps taken meanwhile follow the
 * negative binomial distribution; with no spread of the lead time, Poisson's. The mixture is Greenwood and Yule's (1920),
 * from memory. It is also the answer to the newsvendor's question at the ratio `service`.
 *
 * @param service chance that a delivery is in time, above 0 and below 1
 * @returns in the unit of the thing, whole lumps
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

/** Logarithm of the chance of so many lumps. @param extra variance above Poisson's */
function logChanceOf(mean: number, extra: number): (lumps: number) => number {
  if (extra <= 1e-9 * mean) return (n) => n * Math.log(mean) - mean - lnGamma(n + 1);
  const shape = mean ** 2 / extra;
  const [stays, goes] = [Math.log(shape / (shape + mean)), Math.log(mean / (shape + mean))];
  return (n) => lnGamma(n + shape) - lnGamma(shape) - lnGamma(n + 1) + shape * stays + n * goes;
}
