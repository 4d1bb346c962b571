import { statfs } from 'node:fs/promises';
import { DAY_MS, HOUR_MS } from '@gantelet/core';
import { ProblemError, type Safekeeping, type SafekeepingRule } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { blockedSignIns, liftSignInBlocks } from '../../http/sign-in-limit.js';
import { bookEnd } from '../book/index.js';
import { findUndelivered } from '../message/index.js';
import { findPeople, holdsDemo } from '../shop/index.js';
import { dropLock, findLocked } from '../tablet/index.js';
import { findLastBackup, findLastDrill, findRule, updateRule } from './safekeeping.store.js';

/** Below this share of the disk, or this many bytes, there is too little room. Assumption. */
const LOW = { share: 0.05, bytes: 2e9 } as const;

export interface SafekeepingContext {
  readonly database: Database;
  readonly now: Date;
  readonly tx?: Transaction;
  /** Folder on the disk of the database; null where it is on another machine. */
  readonly dataFolder: string | null;
}

/** When copies were made and tried, and whatever else the lead has to look after. */
export async function readSafekeeping({
  database,
  now,
  dataFolder,
  tx,
}: SafekeepingContext): Promise<Safekeeping> {
  const [rule, backup, drill, isDemo, locked, undelivered, disk, book] = await Promise.all([
    findRule(database, tx ?? null),
    findLastBackup(database),
    findLastDrill(database),
    holdsDemo(database),
    findLockedPeople(database, now, tx ?? null),
    findUndelivered(database, now),
    roomIn(dataFolder),
    bookEnd(database),
  ]);
  const olderThan = (at: Date | null, ms: number): boolean => !at || now.getTime() - at.getTime() > ms;
  const old = olderThan(backup?.madeAt ?? null, rule.backupWithinHours * HOUR_MS);
  const untried = olderThan(drill ? new Date(drill.doneAt) : null, rule.drillWithinDays * DAY_MS);
  return {
    rule,
    backup: {
      madeAt: backup?.madeAt.toISOString() ?? null,
      sealed: Boolean(backup?.sealed),
      due: !isDemo && old,
    },
    drill: { last: drill, due: !isDemo && (untried || drill?.wrong !== '') },
    ...{ locked, undelivered, disk, book },
  };
}

async function findLockedPeople(
  database: Database,
  now: Date,
  tx: Transaction | null,
): Promise<Safekeeping['locked']> {
  const [pins, passwords] = [await findLocked(database, now, tx), await blockedSignIns(database, now, tx)];
  if (pins.length + passwords.length === 0) return [];
  const names = new Map((await findPeople(database, now, tx)).map(({ id, name }) => [id, name]));
  return [
    ...pins.map(({ personId, seconds }) => ({
      ...{ personId, name: names.get(personId) ?? '', way: 'pin' as const },
      until: new Date(now.getTime() + seconds * 1000).toISOString(),
    })),
    ...passwords.map(({ personId, until }) => ({
      ...{ personId, name: names.get(personId) ?? '', way: 'password' as const },
      until: until.toISOString(),
    })),
  ];
}

async function roomIn(folder: string | null): Promise<Safekeeping['disk']> {
  if (folder === null) return null;
  const { bavail, blocks, bsize } = await statfs(folder);
  const [freeBytes, totalBytes] = [bavail * bsize, blocks * bsize];
  return { freeBytes, totalBytes, low: freeBytes < Math.min(LOW.bytes, LOW.share * totalBytes) };
}

/** @throws ProblemError `version.stale` */
export async function reviseRule(
  context: SafekeepingContext & { readonly tx: Transaction },
  rule: SafekeepingRule,
): Promise<Safekeeping> {
  const { database, tx } = context;
  if (!(await updateRule(database, rule, tx)))
    throw new ProblemError('version.stale', { sent: rule.version, current: await findRule(database, tx) });
  return readSafekeeping(context);
}

/** Lets a person try again at once. @throws ProblemError `person.unknown` */
export async function liftLock(
  context: SafekeepingContext & { readonly tx: Transaction },
  personId: string,
): Promise<Safekeeping> {
  const { database, tx, now } = context;
  if (!(await findPeople(database, now, tx)).some(({ id }) => id === personId))
    throw new ProblemError('person.unknown');
  await dropLock(database, personId, tx);
  await liftSignInBlocks(database, personId, tx);
  return readSafekeeping(context);
}
