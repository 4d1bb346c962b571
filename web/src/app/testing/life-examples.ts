import { assessLives, changeCosts, type NeedleEnd, type RemovalCause } from '@gantelet/core';
import { newId, type GroupReport } from '@gantelet/contracts';
import { SESSION } from './examples';

export const COSTS = { ...SESSION.shop!.costs, labourPerHour: 24 };
/** Needles that last 4 to 16 hours, alternately worn and changed by plan. */
export function ends(count: number, cause: RemovalCause = 'wear'): NeedleEnd[] {
  return Array.from({ length: count }, (_, i) => ({
    machineId: newId(),
    entryHours: 0,
    hours: 4 + (12 * ((i * 7) % count)) / count,
    cause: i % 3 === 0 ? 'scheduled' : cause,
  }));
}

/** A report as it comes over the wire. */
export function report(of: readonly NeedleEnd[], change: Partial<GroupReport['costs']> = {}): GroupReport {
  const costs = { ...changeCosts(COSTS, 'leather'), ...change };
  const asDone = { hours: 200, causes: { scheduled: 10, wear: 4, accident: 1, changeover: 0, unknown: 0 } };
  const assessed = assessLives({ ends: of, costs, flatHours: 8, asDone });
  const group = { material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null } as const;
  return JSON.parse(JSON.stringify({ group, costs, ...assessed, lots: [] })) as GroupReport;
}
