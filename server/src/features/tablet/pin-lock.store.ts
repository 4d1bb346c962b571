import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../../db/database.js';

/** Wrong PINs in a row, on all tablets together, until a person's PIN is locked. */
const TRIES = 5;
/** How long each further lock lasts, in seconds: some 25 guesses on the first day, and five a day from then on. */
const LOCKS_SECONDS = [5 * 60, 30 * 60, 4 * 3600, 24 * 3600] as const;

interface PinLock {
  readonly tries: number;
  readonly locks: number;
  readonly lockedAt: Date | null;
  readonly lockSeconds: number;
}

/**
 * Seconds for which a lock still holds; 0 if it does not. It is measured from when it was set: a clock that was set
 * back since cannot make it longer than it was meant to be.
 */
export function secondsLeft({ lockedAt, lockSeconds }: Omit<PinLock, 'tries' | 'locks'>, now: Date): number {
  if (lockedAt === null) return 0;
  const passed = Math.floor((now.getTime() - lockedAt.getTime()) / 1000);
  return passed < 0 ? 0 : Math.max(0, lockSeconds - passed);
}

/**
 * Counts a try before it is judged, so that many at once are no way around the limit.
 *
 * @returns seconds for which the PIN is locked; 0 if it may be tried
 */
export async function countTry(database: Database, personId: string, now: Date): Promise<number> {
  await database.sequelize.query(
    `INSERT INTO pin_locks (person_id, tries, locks, locked_at, lock_seconds) VALUES (:personId, 1, 0, NULL, 0)
     ON DUPLICATE KEY UPDATE
       tries = IF(locked_at <= :now AND locked_at + INTERVAL lock_seconds SECOND > :now, tries, tries + 1)`,
    { type: QueryTypes.INSERT, replacements: { personId, now } },
  );
  const [lock] = await findLocks(database, personId);
  if (!lock) return 0;
  return lock.tries > TRIES ? Math.max(1, secondsLeft(lock, now)) : secondsLeft(lock, now);
}

/** Notes that a try was wrong: after too many, the PIN is locked, each time for longer. */
export async function noteWrong(database: Database, personId: string, now: Date): Promise<void> {
  const [lock] = await findLocks(database, personId);
  if (!lock || lock.tries < TRIES) return;
  const lockSeconds = LOCKS_SECONDS[Math.min(lock.locks, LOCKS_SECONDS.length - 1)]!;
  // Of several wrong tries at once, one sets the lock.
  await database.tables.pinLocks.update(
    { tries: 0, locks: lock.locks + 1, lockedAt: now, lockSeconds },
    { where: { personId, locks: lock.locks } },
  );
}

/** Forgets wrong tries: the right PIN was entered, or a lead lifted the lock. */
export async function dropLock(
  { tables }: Database,
  personId: string,
  tx: Transaction | null = null,
): Promise<void> {
  await tables.pinLocks.destroy({ where: { personId }, transaction: tx });
}

function findLocks({ sequelize }: Database, personId: string): Promise<PinLock[]> {
  return sequelize.query<PinLock>(
    'SELECT tries, locks, locked_at AS lockedAt, lock_seconds AS lockSeconds FROM pin_locks WHERE person_id = :personId',
    { type: QueryTypes.SELECT, replacements: { personId } },
  );
}

/** People whose PIN is locked now, with the seconds left. */
export async function findLocked(
  { sequelize }: Database,
  now: Date,
  transaction: Transaction | null,
): Promise<readonly { readonly personId: string; readonly seconds: number }[]> {
  const rows = await sequelize.query<PinLock & { personId: string }>(
    `SELECT person_id AS personId, locked_at AS lockedAt, lock_seconds AS lockSeconds FROM pin_locks
      WHERE locked_at IS NOT NULL`,
    { type: QueryTypes.SELECT, transaction },
  );
  return rows
    .map(({ personId, ...lock }) => ({ personId, seconds: secondsLeft(lock, now) }))
    .filter(({ seconds }) => seconds > 0);
}
