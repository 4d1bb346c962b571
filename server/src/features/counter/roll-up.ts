import {
  DAY_MS,
  counterRuns,
  HOUR_MS,
  runsByHour,
  shiftHours,
  type CounterRun,
  type HourRun,
  type ShiftPattern,
} from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import { zoneOffset } from '../../time/zone-offset.js';
import { readShopTimes, type ShopTimes } from '../shop/index.js';
import { forgetOpenLeaps, insertLeaps } from './counter-leap.store.js';
import {
  addHours,
  dropOldReadings,
  findDueCounters,
  findLastRolledUp,
  findNewReadings,
  findReadings,
  lastReadingBefore,
  lockCounters,
  markHeard,
  markRolledUp,
  setHours,
  type KeptHour,
  type KeptReading,
} from './counter.store.js';
import { addUpNeedles, findCountersToAddUp, forgetAddedUp } from './needle-count.store.js';
const MOST_DROPPED = 5000;
/** Counters whose readings are added in one transaction. */
const TOGETHER = 100;
/** Hours older than this are not expected to change any more. */
const SETTLED_MS = 2 * HOUR_MS;

/** An hour of a counter on a machine. */
type HourOf = (deviceId: string, hour: HourRun) => KeptHour;
/** The machine of each counter. */
type MachineOfCounter = Awaited<ReturnType<typeof lockCounters>>;

/**
 * Brings every counter's hours up to date with its readings. Readings that follow the existing ones are added in the
 * transaction that marks them, so none counts twice; where one arrived late, the hours from it on are recalculated
 * and set. Any number of servers may do so at once. Returns how many counters had new readings.
 */
export async function rollUp(database: Database): Promise<number> {
  const due = await findDueCounters(database);
  if (due.length === 0) return 0;
  const times = await readShopTimes(database);
  if (!times) return 0;
  for (let i = 0; i < due.length; i += TOGETHER) {
    await database.transaction(async (tx) => {
      const machines = await lockCounters(database, due.slice(i, i + TOGETHER), tx);
      await rollUpTogether(database, machines, hoursIn(times, machines), tx);
    });
  }
  return due.length;
}

/** How hours overlap with the shifts of the machines' zones. */
function hoursIn({ timeZone, zones }: ShopTimes, machines: MachineOfCounter): HourOf {
  const offset = zoneOffset(timeZone);
  return (deviceId, hour) => {
    const machine = machines.get(deviceId)!;
    return withShifts(machine.id, deviceId, hour, zones.get(machine.zoneId)?.shifts ?? [], offset);
  };
}

async function rollUpTogether(
  database: Database,
  machines: MachineOfCounter,
  hourOf: HourOf,
  tx: Transaction,
): Promise<void> {
  const deviceIds = [...machines.keys()];
  if (deviceIds.length === 0) return;
  const news = await findNewReadings(database, deviceIds, tx);
  const before = await findLastRolledUp(database, deviceIds, tx);
  const added: KeptHour[] = [];
  /** The first hour of each counter that changes. */
  const touched = new Map<string, number>();
  for (const [deviceId, readings] of news) {
    const last = before.get(deviceId) ?? null;
    if (last && readings.some((one) => !follows(one, last))) {
      const first = new Date(Math.min(...readings.map(({ sentAtMs }) => sentAtMs)));
      touched.set(deviceId, await recalculate(database, { deviceId, first, machines, hourOf }, tx));
      continue;
    }
    const runs = counterRuns(last ? [last, ...readings] : readings);
    await insertLeaps(database, leapsOf(deviceId, runs, machines), tx);
    const hours = runsByHour(runs).map((hour) => hourOf(deviceId, hour));
    if (hours[0]) touched.set(deviceId, hours[0].hourMs);
    added.push(...hours);
  }
  await addHours(database, added, tx);
  await forgetAddedUp(database, touched, tx);
  const all = [...news.values()].flat();
  await markRolledUp(
    database,
    all.map(({ id }) => id),
    tx,
  );
  await markHeard(database, [...news.keys()], tx);
}

/** Whether a reading follows another in every possible order. */
function follows(reading: KeptReading, last: KeptReading): boolean {
  if (reading.sentAtMs < last.sentAtMs) return false;
  return reading.boot !== last.boot || reading.seq > last.seq;
}

/** What has to be recalculated for a counter: everything from a reading on. */
interface Recalculation {
  readonly deviceId: string;
  readonly first: Date;
  readonly machines: MachineOfCounter;
  readonly hourOf: HourOf;
}

/** Sets the hours touched by a reading from all readings, and returns the first of them. */
async function recalculate(
  database: Database,
  { deviceId, first, machines, hourOf }: Recalculation,
  tx: Transaction,
): Promise<number> {
  // The first one ends a run that began at the previous reading, so the hours from that one on are affected.
  const before = await lastReadingBefore(database, deviceId, first, tx);
  const from = startOfHour(before ?? first);
  const outer = await lastReadingBefore(database, deviceId, from, tx);
  const readings = await findReadings(database, deviceId, outer ?? from, tx);
  const runs = counterRuns(readings);
  await forgetOpenLeaps(database, deviceId, from, tx);
  await insertLeaps(
    database,
    leapsOf(
      deviceId,
      runs.filter(({ toMs }) => toMs >= from.getTime()),
      machines,
    ),
    tx,
  );
  const hours = runsByHour(runs).filter(({ hourMs }) => hourMs >= from.getTime());
  await setHours(
    database,
    hours.map((hour) => hourOf(deviceId, hour)),
    tx,
  );
  return from.getTime();
}

function leapsOf(deviceId: string, runs: readonly CounterRun[], machines: MachineOfCounter) {
  return runs.map((run) => ({ deviceId, machineId: machines.get(deviceId)!.id, run }));
}

/** Updates a counter's hours from one of its readings on, which is now read differently. */
export async function rollUpFrom(
  database: Database,
  deviceId: string,
  first: Date,
  tx: Transaction,
): Promise<void> {
  const machines = await lockCounters(database, [deviceId], tx);
  // A counter that is on no machine now keeps its hours as they are.
  if (!machines.has(deviceId)) return;
  const hourOf = hoursIn((await readShopTimes(database, tx))!, machines);
  const touched = await recalculate(database, { deviceId, first, machines, hourOf }, tx);
  await forgetAddedUp(database, new Map([[deviceId, touched]]), tx);
}

/**
 * Totals what counters recorded for their machines' needles, up to the hours that may still change, so that the floor
 * need not sum them on every read. Whatever changes those hours discards the total.
 */
export async function addUp(database: Database, now: Date): Promise<void> {
  const upTo = startOfHour(new Date(now.getTime() - SETTLED_MS));
  const due = await findCountersToAddUp(database, upTo);
  for (let i = 0; i < due.length; i += TOGETHER) {
    await database.transaction(async (tx) => {
      const locked = await lockCounters(database, due.slice(i, i + TOGETHER), tx);
      await addUpNeedles(database, [...locked.keys()], upTo, tx);
    });
  }
}

/** Deletes readings past their retention; their hours stay. */
export async function dropOld(database: Database, now: Date, keepDays: number): Promise<void> {
  const before = new Date(now.getTime() - keepDays * DAY_MS);
  while ((await dropOldReadings(database, before, MOST_DROPPED)) === MOST_DROPPED);
}

function startOfHour(at: Date): Date {
  return new Date(Math.floor(at.getTime() / HOUR_MS) * HOUR_MS);
}

/** How much of the hour's shifts the counter covered. */
function withShifts(
  machineId: string,
  deviceId: string,
  { hourMs, stitches, motorMs, coveredMs }: HourRun,
  shifts: readonly ShiftPattern[],
  offset: (instantMs: number) => number,
): KeptHour {
  const inShift = shiftHours(shifts, { startMs: hourMs, endMs: hourMs + HOUR_MS }, offset);
  return { deviceId, machineId, hourMs, stitches, motorMs, coveredShiftMs: coveredMs * inShift };
}
