import { readGroupId } from '@gantelet/core';
import {
  LifeGroup,
  ProblemError,
  type Grouping,
  type GroupingChange,
  type Person,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import {
  countGroupsOfWork,
  findGroupings,
  lockGroupings,
  regroupNeedles,
  writeGrouping,
} from '../floor/index.js';

/** Every group that the machines' work makes, with the lead's decision on it; largest first. */
export async function readGroupings(database: Database, tx: Transaction | null = null): Promise<Grouping[]> {
  const [counts, decided] = await Promise.all([countGroupsOfWork(database, tx), findGroupings(database, tx)]);
  return [...counts]
    .map(([groupId, needles]) => {
      const own = decided.find(({ groupOfWork }) => groupOfWork === groupId);
      return {
        groupId,
        group: LifeGroup.parse(readGroupId(groupId)),
        needles,
        mergedInto: own?.mergedInto ?? null,
        splitBy: own?.splitBy ?? null,
        version: own?.version ?? 0,
      };
    })
    .sort((a, b) => b.needles - a.needles);
}

/**
 * Merges a group into another, or splits it, and reassigns all its needles.
 *
 * @throws ProblemError `group.unknown`, `group.merged`, `version.stale`
 */
export async function regroup(
  database: Database,
  groupId: string,
  { mergedInto, splitBy, version }: GroupingChange,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<void> {
  await lockGroupings(database, tx);
  const all = await readGroupings(database, tx);
  const own = all.find((one) => one.groupId === groupId);
  const target = all.find((one) => one.groupId === mergedInto);
  if (!own || (mergedInto !== null && !target)) throw new ProblemError('group.unknown');
  if (own.version !== version) throw new ProblemError('version.stale', { sent: version, current: own });
  const takesIn = all.some((one) => one.mergedInto === groupId);
  if (mergedInto !== null && (takesIn || target!.mergedInto !== null || mergedInto === groupId)) {
    throw new ProblemError('group.merged', {}, [{ path: 'body.mergedInto', message: 'a group of its own' }]);
  }
  const row = { groupOfWork: groupId, mergedInto, splitBy, version: version + 1 };
  await writeGrouping(database, { ...row, setAt: now, setById: person.id }, tx);
  await regroupNeedles(database, tx);
}
