import {
  HOUR_MS,
  changeCosts,
  countCauses,
  groupId,
  hoursWatched,
  readGroupId,
  type AssessInput,
  type LotNeedle,
  type NeedleEnd,
} from '@gantelet/core';
import {
  LifeGroup,
  ProblemError,
  type IntervalChange,
  type LifeView,
  type LivesReport,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { LifeIntervalRow } from '../../db/rows.js';
import { lastJob, lastResult } from '../../jobs/job.store.js';
import { findGroupings, listMachines, readFloor } from '../floor/index.js';
import { findShop } from '../shop/index.js';
import { readGroupings } from './grouping.service.js';
import { findIntervals, findStays, recordsVersion, setIntervals } from './life.store.js';

/** A quarter of a year counts as recent. */
const QUARTER_MS = 91 * 24 * HOUR_MS;

/** The input of a fit of all lives. */
export interface LivesInput {
  readonly dataVersion: string;
  readonly readAt: string;
  readonly groups: readonly (Omit<AssessInput, 'ends'> & {
    readonly group: LifeGroup;
    readonly ends: readonly LotEnd[];
  })[];
}

/** A needle's stay with its lot and when it was installed. */
export type LotEnd = NeedleEnd & Pick<LotNeedle, 'lotId' | 'fromMs' | 'toMs'>;

/** A report from before lots were compared, or before groups could be split, has no such fields. */
function withLots(report: LivesReport | null): LivesReport | null {
  return (
    report && {
      ...report,
      groups: report.groups.map((group) => ({
        ...group,
        group: { ...group.group, part: group.group.part ?? null },
        lots: group.lots ?? [],
      })),
    }
  );
}

/** What the Life room shows. */
export async function readLife(database: Database): Promise<LifeView> {
  const [dataVersion, report, job, machines, groupings] = await Promise.all([
    versionNow(database),
    lastResult(database, 'fit-lives'),
    lastJob(database, 'fit-lives'),
    listMachines(database),
    readGroupings(database),
  ]);
  return {
    dataVersion,
    report: withLots(report as LivesReport | null),
    groupings,
    job,
    machines: machines.map(({ id, name }) => ({ id, name })),
  };
}

/** Whether needles, costs or groups have changed since the last fit, or there was none. */
export async function livesAreOld(database: Database): Promise<boolean> {
  const [version, report] = await Promise.all([
    versionNow(database),
    lastResult(database, 'fit-lives') as Promise<LivesReport | null>,
  ]);
  return report?.dataVersion !== version;
}

/** Collects the needles of every group with the cost of its changes. */
export async function livesInput(database: Database, now: Date): Promise<LivesInput> {
  const dataVersion = await versionNow(database);
  const shop = await findShop(database);
  if (!shop) throw new ProblemError('server.fault');
  const groups = await groupedStays(database, now);
  const quarter = now.getTime() - QUARTER_MS;
  return {
    dataVersion,
    readAt: now.toISOString(),
    groups: groups.map(({ group, stays }) => {
      const late = stays.filter(({ removedAt }) => removedAt !== null && removedAt.getTime() > quarter);
      const hours = hoursWatched(late.map(({ end }) => end));
      return {
        group,
        ends: stays.map(({ end }) => end),
        costs: changeCosts(shop.costs, group.material),
        flatHours: shop.lifeHours,
        asDone: hours > 0 ? { hours, causes: countCauses(late.map(({ end }) => end)) } : null,
      };
    }),
  };
}

/** The needles of one group. */
export async function groupEnds(database: Database, id: string, now: Date): Promise<NeedleEnd[]> {
  const [found] = await groupedStays(database, now, id);
  return (
    found?.stays.map(({ end: { machineId, entryHours, hours, cause } }) => ({
      machineId,
      entryHours,
      hours,
      cause,
    })) ?? []
  );
}

interface Stay {
  readonly end: LotEnd;
  readonly removedAt: Date | null;
}

/** All needles by group, largest group first, or those of one group. */
async function groupedStays(
  database: Database,
  now: Date,
  only: string | null = null,
): Promise<readonly { readonly group: LifeGroup; readonly stays: readonly Stay[] }[]> {
  const [rows, floor] = await Promise.all([findStays(database, only), readFloor(database, now)]);
  const hoursNow = new Map(
    floor.zones
      .flatMap(({ machines }) => machines)
      .flatMap(({ needle, age }) => (needle && age ? [[needle.installId, age.runningHours] as const] : [])),
  );
  const groups = new Map<string, Stay[]>();
  for (const { installId, machineId, lifeGroup, entryHours, cause, installedAt, removedAt, ...row } of rows) {
    const hours = row.hours ?? hoursNow.get(installId);
    if (hours === undefined) continue;
    const stays = groups.get(lifeGroup) ?? [];
    const [fromMs, toMs] = [installedAt.getTime(), (removedAt ?? now).getTime()];
    stays.push({ end: { machineId, entryHours, hours, cause, lotId: row.lotId, fromMs, toMs }, removedAt });
    groups.set(lifeGroup, stays);
  }
  return [...groups]
    .map(([id, stays]) => ({ group: LifeGroup.parse(readGroupId(id)), stays }))
    .sort((a, b) => b.stays.length - a.stays.length);
}

/** Stores a fit's recommended intervals where the floor reads them. */
export async function keepIntervals(database: Database, report: LivesReport, tx: Transaction): Promise<void> {
  const before = await findIntervals(database, tx);
  const rows = report.groups.map(({ group, advice }) => {
    const fitted = {
      lifeGroup: groupId(group),
      advice: advice.do,
      intervalHours: advice.do === 'interval' ? advice.intervalHours : null,
      fittedAt: new Date(report.fittedAt),
    };
    return { ...fitted, ...changeOf(fitted, before.get(fitted.lifeGroup)) };
  });
  await setIntervals(database, rows, tx);
}

/** The display shows tenths of an hour: a smaller change is no change to anybody. */
const SHOWN_HOURS = 0.1;

/** How a fit changed an interval; the earlier change if this one left it as it was. */
function changeOf(
  { intervalHours, fittedAt }: Pick<LifeIntervalRow, 'intervalHours' | 'fittedAt'>,
  before: LifeIntervalRow | undefined,
): Pick<LifeIntervalRow, 'previousHours' | 'changedAt'> {
  if (!before || before.intervalHours === null || intervalHours === null)
    return { previousHours: null, changedAt: null };
  if (Math.abs(intervalHours - before.intervalHours) >= SHOWN_HOURS)
    return { previousHours: before.intervalHours, changedAt: fittedAt };
  return { previousHours: before.previousHours, changedAt: before.changedAt };
}

const WEEK_MS = 7 * 24 * HOUR_MS;

/** Intervals changed by a fit in the last week, latest first. */
export async function intervalChanges(database: Database, now: Date): Promise<IntervalChange[]> {
  const rows = [...(await findIntervals(database)).values()];
  return rows
    .flatMap(({ lifeGroup, intervalHours, previousHours, changedAt }) =>
      intervalHours !== null &&
      previousHours !== null &&
      changedAt &&
      now.getTime() - changedAt.getTime() < WEEK_MS
        ? [
            {
              group: LifeGroup.parse(readGroupId(lifeGroup)),
              hours: intervalHours,
              previousHours,
              changedAt: changedAt.toISOString(),
            },
          ]
        : [],
    )
    .sort((a, b) => b.changedAt.localeCompare(a.changedAt));
}

/** Identifies the records and the costs together: a fit of another version is outdated. */
async function versionNow(database: Database): Promise<string> {
  const [records, shop, groupings] = await Promise.all([
    recordsVersion(database),
    findShop(database),
    findGroupings(database),
  ]);
  const decided = groupings.reduce((sum, { version }) => sum + version, 0);
  return `${records}.${shop?.version ?? 0}.${decided}`;
}
