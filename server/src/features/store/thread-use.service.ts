import {
  DAY_MS,
  SEWN_LOOK_BACK_DAYS,
  threadConstruction,
  threadSewnMetres,
  type HoursRun,
  type Values,
} from '@gantelet/core';
import type { ThreadNeed } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { shopValues } from '../catalogue/index.js';
import { presentRuns, shopClock, type ShopClock } from '../floor/index.js';
import {
  presentStretches,
  threadStretches,
  waitingSeams,
  type PresentStretch,
  type SeamColumns,
  type ThreadStretch,
} from './thread-use.store.js';

/** Metres of a stored thread that machines sewed. */
export interface SewnMetres {
  /** In the last `SEWN_LOOK_BACK_DAYS`. */
  readonly within: number;
  readonly sinceCount: number;
  /** Machines that sew it but have no recorded speed: what they sew is not included. */
  readonly machinesWithoutSpeed: number;
}

/** What machines sewed of each stored thread in the last weeks and since its last count, by item. */
export async function sewnMetres(
  database: Database,
  now: Date,
  tx: Transaction | null,
): Promise<ReadonlyMap<string, SewnMetres>> {
  const since = new Date(now.getTime() - SEWN_LOOK_BACK_DAYS * DAY_MS);
  const [past, present] = await Promise.all([
    threadStretches(database, since, tx),
    presentStretches(database, since, now, tx),
  ]);
  const sewn = new Map<string, SewnMetres>();
  if (past.length + present.length === 0) return sewn;
  const [values, clock] = await Promise.all([shopValues(database, tx), shopClock(database, tx)]);
  const runs = await presentRuns(database, clock, now, tx);
  const hoursOn = (one: PresentStretch, after: Date): number =>
    hoursOnStretch(runs.get(one.machineId), one, after, clock);
  const stretches: readonly ThreadStretch[] = [
    ...past,
    ...present.map((one) => ({
      ...one,
      hoursWithin: hoursOn(one, since),
      hoursSinceCount: hoursOn(one, one.countedAt),
    })),
  ];
  const speedless = machinesWithoutSpeed(present);
  for (const stretch of stretches) {
    const { itemId, hoursWithin, hoursSinceCount } = stretch;
    const metres = (hours: number): number => metresOf(stretch, hours, values) ?? 0;
    const before = sewn.get(itemId) ?? { within: 0, sinceCount: 0 };
    sewn.set(itemId, {
      within: before.within + metres(hoursWithin),
      sinceCount: before.sinceCount + metres(hoursSinceCount),
      machinesWithoutSpeed: speedless.get(itemId)?.size ?? 0,
    });
  }
  return sewn;
}

/** A machine's running hours with its present needle in a stretch after an instant, in proportion to time worked. */
function hoursOnStretch(
  run: HoursRun | undefined,
  { zoneId, fromAt, toAt }: PresentStretch,
  after: Date,
  clock: ShopClock,
): number {
  const start = fromAt > after ? fromAt : after;
  if (!run || start >= toAt) return 0;
  const whole = clock.shiftHours(zoneId, new Date(run.fromMs), new Date(run.toMs));
  return whole > 0 ? (run.hours * clock.shiftHours(zoneId, start, toAt)) / whole : 0;
}

/** Machines that sew with a thread and have no recorded speed, by item. */
function machinesWithoutSpeed(present: readonly PresentStretch[]): ReadonlyMap<string, ReadonlySet<string>> {
  const byItem = new Map<string, Set<string>>();
  for (const { itemId, machineId, speedSpm } of present) {
    if (speedSpm !== null) continue;
    const machines = byItem.get(itemId) ?? new Set();
    byItem.set(itemId, machines.add(machineId));
  }
  return byItem;
}

/** What waiting jobs need of each thread: their machine stitches for its zone's share of the time available. */
export async function waitingThread(
  database: Database,
  tx: Transaction | null,
): Promise<readonly Pick<ThreadNeed, 'tex' | 'constructionId' | 'neededMetres' | 'jobs'>[]> {
  const [jobs, clock, values] = await Promise.all([
    waitingSeams(database, tx),
    shopClock(database, tx),
    shopValues(database, tx),
  ]);
  const byThread = new Map<string, { tex: number; constructionId: string; jobs: ThreadNeed['jobs'] }>();
  for (const { jobId, setupName, sewMinutes, zoneId, ...seam } of jobs) {
    const hours = (sewMinutes / 60) * clock.zoneTime(zoneId).fraction.value;
    const { tex, constructionId } = seam;
    const neededMetres = metresOf(seam, hours, values);
    const key = `${tex} ${constructionId}`;
    const one = byThread.get(key) ?? { tex, constructionId, jobs: [] };
    one.jobs.push({ jobId, setupName, neededMetres });
    byThread.set(key, one);
  }
  return [...byThread.values()].map((one) => ({
    ...one,
    neededMetres: one.jobs.reduce((sum, { neededMetres }) => sum + (neededMetres ?? 0), 0),
  }));
}

/** Metres for running hours on a set-up; null if the machine's speed or the thread's construction is not known. */
function metresOf(
  { constructionId, speedSpm, ...seam }: SeamColumns,
  hours: number,
  values: Values,
): number | null {
  const construction = threadConstruction(constructionId);
  if (!construction || speedSpm === null) return null;
  return threadSewnMetres({ ...seam, construction }, hours, speedSpm, values);
}
