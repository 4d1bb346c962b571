import { ProblemError } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

/** How far a phone's clock may be ahead of the server's. */
const CLOCK_SLACK_MS = 5 * 60_000;

/**
 * Refuses an instant reported by a device that is before the shop's records begin, or later than a slightly fast
 * clock can give.
 *
 * @param path the field it came in
 * @throws ProblemError `time.outside`
 */
export async function requireShopTime(
  { tables }: Database,
  at: Date,
  path: string,
  now: Date,
  tx: Transaction,
): Promise<void> {
  const shop = (await tables.shop.findOne({ transaction: tx }))?.get({ plain: true });
  requireBetween(at, shop?.beganAt ?? now, path, now);
}

/** Refuses an instant before another one, or later than now with some slack. @throws ProblemError `time.outside` */
export function requireBetween(at: Date, earliest: Date, path: string, now: Date): void {
  if (at >= earliest && at.getTime() <= now.getTime() + CLOCK_SLACK_MS) return;
  const message = `from ${earliest.toISOString()} to now`;
  throw new ProblemError('time.outside', { earliest: earliest.toISOString() }, [{ path, message }]);
}
