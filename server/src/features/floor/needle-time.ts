import { ProblemError } from '@gantelet/contracts';
import type { NeedleInstallRow } from '../../db/rows.js';

/** How far a phone's clock may be ahead of the server's. */
const CLOCK_SLACK_MS = 2 * 60_000;

/** @throws ProblemError `needle.time` for what happened before the needle went in, or after now */
export function requireTime(
  changedAt: Date,
  leaving: NeedleInstallRow | null,
  now: Date,
  path = 'body.changedAt',
): void {
  const earliest = leaving?.installedAt ?? new Date(0);
  if (changedAt >= earliest && changedAt.getTime() <= now.getTime() + CLOCK_SLACK_MS) return;
  const message = `from ${earliest.toISOString()} to now`;
  throw new ProblemError('needle.time', { earliest: earliest.toISOString() }, [{ path, message }]);
}
