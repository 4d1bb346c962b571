import { DAY_MS, HOUR_MS } from '@gantelet/core';
import { ProblemError, type Safekeeping, type SafekeepingRule } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { holdsDemo } from '../shop/index.js';
import { findLastBackup, findLastDrill, findRule, updateRule } from './safekeeping.store.js';

/** When copies were made and tried, and whether the lead has to do something. */
export async function readSafekeeping(
  database: Database,
  now: Date,
  tx: Transaction | null = null,
): Promise<Safekeeping> {
  const [rule, backup, drill, isDemo] = await Promise.all([
    findRule(database, tx),
    findLastBackup(database),
    findLastDrill(database),
    holdsDemo(database),
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
  };
}

/** @throws ProblemError `version.stale` */
export async function reviseRule(
  database: Database,
  rule: SafekeepingRule,
  now: Date,
  tx: Transaction,
): Promise<Safekeeping> {
  if (!(await updateRule(database, rule, tx)))
    throw new ProblemError('version.stale', { sent: rule.version, current: await findRule(database, tx) });
  return readSafekeeping(database, now, tx);
}
