import { tzOffset } from '@date-fns/tz';
import {
  counterRuns,
  HOUR_MS,
  runsByHour,
  shiftHours,
  type HourRun,
  type ShiftPattern,
} from '@gantelet/core';
import type { Database } from '../../db/database.js';
import { findShop, readZoneTimes } from '../shop/index.js';
import {
  dropOldReadings,
  findReadings,
  findToRollUp,
  lastReadingBefore,
  lockCounter,
  markRolledUp,
  setHours,
  type KeptHour,
} from './counter.store.js';

const DAY_MS = 24 * HOUR_MS;
const MOST_DROPPED = 5000;

/**
 * Brings the hours of every counter up to date with its readings. Hours are worked out anew from the readings that touch
 * them and set to what they are, so that doing it again, on any server, changes nothing. Gives how many counters had news.
 */
export async function rollUp(database: Database): Promise<number> {
  const due = await findToRollUp(database);
  if (due.length === 0) return 0;
  const shop = await findShop(database);
  if (!shop) return 0;
  const zones = await readZoneTimes(database);
  const offset = (instantMs: number) => tzOffset(shop.timeZone, new Date(instantMs));
  for (const { deviceId, firstAt } of due) {
    await database.transaction(async (tx) => {
      const machine = await lockCounter(database, deviceId, tx);
      if (!machine) return;
      // The first new reading ends a run that began at the reading before it, so the hours from that one on are touched.
      const before = await lastReadingBefore(database, deviceId, firstAt, tx);
      const from = hourOf(before ?? firstAt);
      const outer = await lastReadingBefore(database, deviceId, from, tx);
      const readings = await findReadings(database, deviceId, outer ?? from, tx);
      const shifts = zones.get(machine.zoneId)?.shifts ?? [];
      const hours = runsByHour(counterRuns(readings))
        .filter(({ hourMs }) => hourMs >= from.getTime())
        .map((hour) => withShifts(hour, shifts, offset));
      await setHours(database, deviceId, machine.id, hours, tx);
      await markRolledUp(database, deviceId, Math.max(...readings.map(({ id }) => id)), tx);
    });
  }
  return due.length;
}

/** Drops readings that have been kept long enough; their hours stay. */
export async function dropOld(database: Database, now: Date, keepDays: number): Promise<void> {
  const before = new Date(now.getTime() - keepDays * DAY_MS);
  while ((await dropOldReadings(database, before, MOST_DROPPED)) === MOST_DROPPED);
}

function hourOf(at: Date): Date {
  return new Date(Math.floor(at.getTime() / HOUR_MS) * HOUR_MS);
}

/** How much of the hour's shifts the counter was heard in. */
function withShifts(
  { hourMs, stitches, motorMs, coveredMs }: HourRun,
  shifts: readonly ShiftPattern[],
  offset: (instantMs: number) => number,
): KeptHour {
  const inShift = shiftHours(shifts, { startMs: hourMs, endMs: hourMs + HOUR_MS }, offset);
  return { hourMs, stitches, motorMs, coveredShiftMs: coveredMs * inShift };
}
