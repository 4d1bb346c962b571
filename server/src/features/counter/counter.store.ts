import { QueryTypes } from 'sequelize';
import type { CounterReading, HourRun } from '@gantelet/core';
import type { CounterMessage } from '@gantelet/contracts';
import { isDuplicate, type Database, type Transaction } from '../../db/database.js';

/** A message with the counter it came from. */
export interface CounterArrival {
  readonly deviceId: string;
  readonly message: CounterMessage;
}

/** How far a counter's clock may be ahead of ours. */
const CLOCK_SLACK_MS = 2 * 60_000;
/** How far it may be behind, which is less than readings are stored for. */
const OLDEST_MS = 20 * 24 * 3_600_000;
/** Attempts when others store readings at the same time; each one skips what is there by then. */
const MOST_TRIES = 8;

/**
 * Stores messages, each once however often it arrived: when this resolves, they are in the database. A time in the
 * future, or further back than any counter was ever offline, means a wrong clock and is replaced by now.
 *
 * Nothing is ignored or replaced on a duplicate number: while a cluster changes size, two nodes may give their rows
 * the same number, and a row skipped for that would be lost.
 */
export async function insertReadings(
  database: Database,
  arrivals: readonly CounterArrival[],
  now: Date,
): Promise<void> {
  let left = [...new Map(arrivals.map((one) => [keyOf(one.deviceId, one.message), one])).values()];
  for (let tries = 1; left.length > 0; tries++) {
    try {
      await insertNew(database, left, now);
      return;
    } catch (error) {
      if (!isDuplicate(error) || tries === MOST_TRIES) throw error;
      const there = await findKept(database, left);
      left = left.filter(({ deviceId, message }) => !there.has(keyOf(deviceId, message)));
    }
  }
}

const keyOf = (deviceId: string, { boot, seq }: Pick<CounterMessage, 'boot' | 'seq'>): string =>
  `${deviceId} ${boot} ${seq}`;

function insertNew(
  { sequelize, transaction }: Database,
  arrivals: readonly CounterArrival[],
  now: Date,
): Promise<unknown> {
  const [earliest, latest] = [now.getTime() - OLDEST_MS, now.getTime() + CLOCK_SLACK_MS];
  const rows = arrivals.map(({ deviceId, message: { boot, seq, sentAt, stitches, motorMs } }) => {
    const sent = new Date(sentAt);
    const right = sent.getTime() >= earliest && sent.getTime() <= latest;
    return [deviceId, boot, seq, right ? sent : now, now, stitches, motorMs];
  });
  return transaction((tx) =>
    sequelize.query(
      `INSERT INTO counter_readings (device_id, boot, seq, sent_at, received_at, stitches, motor_ms)
       VALUES ${rows.map(() => '(?)').join(', ')}`,
      { type: QueryTypes.INSERT, replacements: rows, transaction: tx },
    ),
  );
}

/** Which of these are in the database, by key. */
async function findKept(
  { sequelize }: Database,
  arrivals: readonly CounterArrival[],
): Promise<ReadonlySet<string>> {
  const keys = arrivals.map(({ deviceId, message: { boot, seq } }) => [deviceId, boot, seq]);
  const rows = await sequelize.query<{ deviceId: string; boot: number; seq: number }>(
    `SELECT device_id AS deviceId, boot, seq FROM counter_readings WHERE (device_id, boot, seq) IN (:keys)`,
    { type: QueryTypes.SELECT, replacements: { keys } },
  );
  return new Set(rows.map((row) => keyOf(row.deviceId, row)));
}

/** Counters with readings that have not been added to the hours yet. */
export async function findDueCounters({ sequelize }: Database): Promise<readonly string[]> {
  const rows = await sequelize.query<{ deviceId: string }>(
    `SELECT DISTINCT device_id AS deviceId FROM counter_readings WHERE rolled_up = 0`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ deviceId }) => deviceId);
}

/** Locks counters, so that only one server at a time works on their hours, and returns the machine of each. */
export async function lockCounters(
  { sequelize }: Database,
  deviceIds: readonly string[],
  tx: Transaction,
): Promise<ReadonlyMap<string, { readonly id: string; readonly zoneId: string }>> {
  const locked = await sequelize.query<{ deviceId: string; machineId: string }>(
    `SELECT id AS deviceId, machine_id AS machineId FROM devices
      WHERE id IN (:deviceIds) AND machine_id IS NOT NULL ORDER BY id FOR UPDATE`,
    { type: QueryTypes.SELECT, replacements: { deviceIds }, transaction: tx },
  );
  if (locked.length === 0) return new Map();
  const machines = await sequelize.query<{ id: string; zoneId: string }>(
    `SELECT id, zone_id AS zoneId FROM machines WHERE id IN (:machineIds)`,
    {
      type: QueryTypes.SELECT,
      replacements: { machineIds: locked.map(({ machineId }) => machineId) },
      transaction: tx,
    },
  );
  const byId = new Map(machines.map((machine) => [machine.id, machine]));
  return new Map(locked.map(({ deviceId, machineId }) => [deviceId, byId.get(machineId)!]));
}

const READING =
  'id, device_id AS deviceId, boot, seq, sent_at AS sentAt, stitches, motor_ms AS motorMs, leap_accepted AS accepted';

/** Readings not in the hours yet, by counter. */
export async function findNewReadings(
  { sequelize }: Database,
  deviceIds: readonly string[],
  tx: Transaction,
): Promise<ReadonlyMap<string, readonly KeptReading[]>> {
  const rows = await sequelize.query<ReadingRow>(
    `SELECT ${READING} FROM counter_readings WHERE rolled_up = 0 AND device_id IN (:deviceIds)`,
    { type: QueryTypes.SELECT, replacements: { deviceIds }, transaction: tx },
  );
  const byCounter = new Map<string, KeptReading[]>();
  for (const row of rows) {
    const own = byCounter.get(row.deviceId) ?? [];
    own.push(readingOf(row));
    byCounter.set(row.deviceId, own);
  }
  return byCounter;
}

/** The last reading of each counter that is in the hours. */
export async function findLastRolledUp(
  { sequelize }: Database,
  deviceIds: readonly string[],
  tx: Transaction,
): Promise<ReadonlyMap<string, KeptReading>> {
  const rows = await sequelize.query<ReadingRow>(
    `SELECT ${READING.replaceAll(/(^|, )/g, '$1r.')} FROM counter_readings r
       JOIN (SELECT device_id, MAX(sent_at) AS sent_at FROM counter_readings
              WHERE rolled_up = 1 AND device_id IN (:deviceIds) GROUP BY device_id) last
         ON last.device_id = r.device_id AND last.sent_at = r.sent_at
      WHERE r.rolled_up = 1 ORDER BY r.seq`,
    { type: QueryTypes.SELECT, replacements: { deviceIds }, transaction: tx },
  );
  // Of several at the same time, the one with the highest number comes last and wins.
  return new Map(rows.map((row) => [row.deviceId, readingOf(row)]));
}

/** Time of the last reading before an instant, or null. */
export async function lastReadingBefore(
  { sequelize }: Database,
  deviceId: string,
  before: Date,
  tx: Transaction,
): Promise<Date | null> {
  const [row] = await sequelize.query<{ sentAt: Date }>(
    `SELECT sent_at AS sentAt FROM counter_readings WHERE device_id = :deviceId AND sent_at < :before
      ORDER BY sent_at DESC LIMIT 1`,
    { type: QueryTypes.SELECT, replacements: { deviceId, before }, transaction: tx },
  );
  return row?.sentAt ?? null;
}

/** A stored reading with its place in the table. */
export type KeptReading = CounterReading & { readonly id: number };

type ReadingRow = Omit<KeptReading, 'sentAtMs' | 'accepted'> & {
  readonly deviceId: string;
  readonly sentAt: Date;
  readonly accepted: 0 | 1;
};

function readingOf({ id, boot, seq, sentAt, stitches, motorMs, accepted }: ReadingRow): KeptReading {
  const sentAtMs = sentAt.getTime();
  return { id: Number(id), boot, seq, sentAtMs, stitches, motorMs, accepted: accepted === 1 };
}

export async function findReadings(
  { sequelize }: Database,
  deviceId: string,
  from: Date,
  tx: Transaction,
): Promise<readonly KeptReading[]> {
  const rows = await sequelize.query<ReadingRow>(
    `SELECT ${READING} FROM counter_readings WHERE device_id = :deviceId AND sent_at >= :from`,
    { type: QueryTypes.SELECT, replacements: { deviceId, from }, transaction: tx },
  );
  return rows.map(readingOf);
}

/** An hour of a counter on a machine, with how much of its shifts was covered. */
export type KeptHour = Omit<HourRun, 'coveredMs'> & {
  readonly deviceId: string;
  readonly machineId: string;
  readonly coveredShiftMs: number;
};

/** Sets hours to given values: repeating it changes nothing. */
export function setHours(database: Database, hours: readonly KeptHour[], tx: Transaction): Promise<void> {
  return writeHours(database, hours, (column) => `VALUES(${column})`, tx);
}

/** Adds to hours. Only in the transaction that marks the readings the amounts come from. */
export function addHours(database: Database, hours: readonly KeptHour[], tx: Transaction): Promise<void> {
  return writeHours(database, hours, (column) => `${column} + VALUES(${column})`, tx);
}

async function writeHours(
  { sequelize }: Database,
  hours: readonly KeptHour[],
  to: (column: string) => string,
  tx: Transaction,
): Promise<void> {
  if (hours.length === 0) return;
  const rows = hours.map((one) => [
    one.deviceId,
    new Date(one.hourMs),
    one.machineId,
    one.stitches,
    one.motorMs,
    one.coveredShiftMs,
  ]);
  const updates = ['stitches', 'motor_ms', 'covered_shift_ms'].map((column) => `${column} = ${to(column)}`);
  await sequelize.query(
    `INSERT INTO counter_hours (device_id, hour_at, machine_id, stitches, motor_ms, covered_shift_ms)
     VALUES ${rows.map(() => '(?)').join(', ')}
     ON DUPLICATE KEY UPDATE machine_id = VALUES(machine_id), ${updates.join(', ')}`,
    { type: QueryTypes.INSERT, replacements: rows, transaction: tx },
  );
}

/** Marks exactly these readings as added to the hours, not one that arrived meanwhile. */
export async function markRolledUp(
  { sequelize }: Database,
  ids: readonly number[],
  tx: Transaction,
): Promise<void> {
  if (ids.length === 0) return;
  await sequelize.query('UPDATE counter_readings SET rolled_up = 1 WHERE id IN (:ids)', {
    type: QueryTypes.UPDATE,
    replacements: { ids },
    transaction: tx,
  });
}

/** Records when counters were last heard. */
export async function markHeard(
  { sequelize }: Database,
  deviceIds: readonly string[],
  tx: Transaction,
): Promise<void> {
  if (deviceIds.length === 0) return;
  await sequelize.query(
    `UPDATE devices d JOIN (SELECT device_id, MAX(sent_at) AS sent_at FROM counter_readings
                             WHERE device_id IN (:deviceIds) GROUP BY device_id) r ON r.device_id = d.id
        SET d.last_heard_at = r.sent_at`,
    { type: QueryTypes.UPDATE, replacements: { deviceIds }, transaction: tx },
  );
}

/** Deletes a batch of readings that are in the hours and older than an instant. Returns how many. */
export async function dropOldReadings({ sequelize }: Database, before: Date, most: number): Promise<number> {
  const [, dropped] = await sequelize.query(
    `DELETE FROM counter_readings WHERE rolled_up = 1 AND sent_at < :before LIMIT :most`,
    { type: QueryTypes.UPDATE, replacements: { before, most } },
  );
  return Number(dropped);
}
