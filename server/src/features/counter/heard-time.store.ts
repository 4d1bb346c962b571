import { HOUR_MS } from '@gantelet/core';
import type { Database, Transaction } from '../../db/database.js';
import { readManyRows } from '../../db/many-rows.js';
import type { CountedRow } from './needle-count.store.js';

/** A period at a machine. */
export interface MachineTime {
  readonly machineId: string;
  readonly fromAt: Date;
  readonly toAt: Date;
}

interface HourRow {
  /** Which of the periods it falls into. */
  readonly place: number;
  readonly hourAt: Date;
  readonly motorMs: number;
  readonly coveredShiftMs: number;
  readonly lastHeardAt: Date;
}

/** What counters recorded in a period at a machine, including counters removed since. */
export type Heard = Pick<CountedRow, 'motorMs' | 'coveredShiftMs'>;

/**
 * What counters recorded in each of several periods, in order. An hour that a period covers in part counts in
 * proportion. Hours are listed one by one so that each is found by index: for a machine with years of them no others
 * are read.
 */
export async function findHeard(
  { sequelize }: Database,
  times: readonly MachineTime[],
  tx: Transaction | null,
): Promise<readonly Heard[]> {
  const heard = times.map(() => ({ motorMs: 0, coveredShiftMs: 0 }));
  const counted = times.length === 0 ? new Set() : await findCountedMachines(sequelize, tx);
  const hours = times.flatMap((time, place) => (counted.has(time.machineId) ? hoursOf(time, place) : []));
  if (hours.length === 0) return heard;
  const rows = await readManyRows<HourRow>(
    sequelize,
    `SELECT STRAIGHT_JOIN w.place, h.hour_at AS hourAt, h.motor_ms AS motorMs,
            h.covered_shift_ms AS coveredShiftMs, d.last_heard_at AS lastHeardAt
       FROM JSON_TABLE(:hours, '$[*]' COLUMNS (place INT PATH '$[0]',
              machine_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin PATH '$[1]',
              hour_at DATETIME(6) PATH '$[2]')) w
       JOIN counter_hours h ON h.machine_id = w.machine_id AND h.hour_at = w.hour_at
       JOIN devices d ON d.id = h.device_id`,
    { hours: JSON.stringify(hours) },
    tx,
  );
  for (const { place, hourAt, motorMs, coveredShiftMs, lastHeardAt } of rows) {
    const { fromAt, toAt } = times[place]!;
    const startMs = hourAt.getTime();
    const endMs = Math.min(startMs + HOUR_MS, lastHeardAt.getTime());
    const insideMs = Math.min(endMs, toAt.getTime()) - Math.max(startMs, fromAt.getTime());
    const part = Math.max(0, insideMs / Math.max(1, endMs - startMs));
    heard[place]!.motorMs += motorMs * part;
    heard[place]!.coveredShiftMs += coveredShiftMs * part;
  }
  return heard;
}

/** Machines that ever had a counter. */
async function findCountedMachines(
  sequelize: Database['sequelize'],
  tx: Transaction | null,
): Promise<ReadonlySet<string>> {
  const rows = await readManyRows<{ readonly machineId: string }>(
    sequelize,
    'SELECT DISTINCT machine_id AS machineId FROM counter_hours',
    {},
    tx,
  );
  return new Set(rows.map(({ machineId }) => machineId));
}

/** The hours that a period touches, each with its index and machine. */
function hoursOf(
  { machineId, fromAt, toAt }: MachineTime,
  place: number,
): readonly [number, string, string][] {
  const first = Math.floor(fromAt.getTime() / HOUR_MS);
  const count = Math.ceil(toAt.getTime() / HOUR_MS) - first;
  return Array.from({ length: count }, (_, i) => [
    place,
    machineId,
    new Date((first + i) * HOUR_MS).toISOString().slice(0, 19).replace('T', ' '),
  ]);
}
