import { QueryTypes } from 'sequelize';
import type { CounterReading, HourRun } from '@gantelet/core';
import type { CounterMessage } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

/** A message with the counter it came from. */
export interface CounterArrival {
  readonly deviceId: string;
  readonly message: CounterMessage;
}

/** A counter's clock may be ahead of ours by no more than this. */
const CLOCK_SLACK_MS = 2 * 60_000;
/** And behind by no more than this, which is less than readings are kept. */
const OLDEST_MS = 20 * 24 * 3_600_000;

/**
 * Keeps messages, each once however often it came, in one statement: when this is back, they are in the database. A time
 * in the future, or longer ago than a counter was ever without a line, is a wrong clock and is taken for now.
 */
export async function insertReadings(
  { sequelize }: Database,
  arrivals: readonly CounterArrival[],
  now: Date,
): Promise<void> {
  const [earliest, latest] = [now.getTime() - OLDEST_MS, now.getTime() + CLOCK_SLACK_MS];
  const rows = arrivals.map(({ deviceId, message: { boot, seq, sentAt, stitches, motorMs } }) => {
    const sent = new Date(sentAt);
    const right = sent.getTime() >= earliest && sent.getTime() <= latest;
    return [deviceId, boot, seq, right ? sent : now, now, stitches, motorMs];
  });
  await sequelize.query(
    `INSERT IGNORE INTO counter_readings (device_id, boot, seq, sent_at, received_at, stitches, motor_ms)
     VALUES ${rows.map(() => '(?)').join(', ')}`,
    { type: QueryTypes.INSERT, replacements: rows },
  );
}

/** Counters with readings that are not in the hours yet, with the time of the first of them. */
export async function findToRollUp({
  sequelize,
}: Database): Promise<readonly { readonly deviceId: string; readonly firstAt: Date }[]> {
  return sequelize.query(
    `SELECT device_id AS deviceId, MIN(sent_at) AS firstAt FROM counter_readings WHERE rolled_up = 0 GROUP BY device_id`,
    { type: QueryTypes.SELECT },
  );
}

/** Locks a counter, so that one server at a time works on its hours, and gives its machine with its zone. */
export async function lockCounter(
  { tables }: Database,
  deviceId: string,
  tx: Transaction,
): Promise<{ readonly id: string; readonly zoneId: string } | null> {
  const device = await tables.devices.findByPk(deviceId, { transaction: tx, lock: true });
  const machineId = device?.get({ plain: true }).machineId ?? null;
  if (machineId === null) return null;
  return (await tables.machines.findByPk(machineId, { transaction: tx }))?.get({ plain: true }) ?? null;
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

/** A kept reading with its place in the table. */
export type KeptReading = CounterReading & { readonly id: number };

export async function findReadings(
  { sequelize }: Database,
  deviceId: string,
  from: Date,
  tx: Transaction,
): Promise<readonly KeptReading[]> {
  const rows = await sequelize.query<Omit<KeptReading, 'sentAtMs'> & { sentAt: Date }>(
    `SELECT id, boot, seq, sent_at AS sentAt, stitches, motor_ms AS motorMs FROM counter_readings
      WHERE device_id = :deviceId AND sent_at >= :from`,
    { type: QueryTypes.SELECT, replacements: { deviceId, from }, transaction: tx },
  );
  return rows.map(({ sentAt, id, ...row }) => ({ ...row, id: Number(id), sentAtMs: sentAt.getTime() }));
}

/** An hour of a counter with how much of its shifts it was heard in. */
export type KeptHour = Omit<HourRun, 'coveredMs'> & { readonly coveredShiftMs: number };

/** Sets hours to what they are: set again they are the same. */
export async function setHours(
  { sequelize }: Database,
  deviceId: string,
  machineId: string,
  hours: readonly KeptHour[],
  tx: Transaction,
): Promise<void> {
  if (hours.length === 0) return;
  const rows = hours.map((one) => [
    deviceId,
    new Date(one.hourMs),
    machineId,
    one.stitches,
    one.motorMs,
    one.coveredShiftMs,
  ]);
  await sequelize.query(
    `INSERT INTO counter_hours (device_id, hour_at, machine_id, stitches, motor_ms, covered_shift_ms)
     VALUES ${rows.map(() => '(?)').join(', ')}
     ON DUPLICATE KEY UPDATE machine_id = VALUES(machine_id), stitches = VALUES(stitches),
       motor_ms = VALUES(motor_ms), covered_shift_ms = VALUES(covered_shift_ms)`,
    { type: QueryTypes.INSERT, replacements: rows, transaction: tx },
  );
}

/** Says that readings up to one in the table are in the hours, and when the counter was last heard. */
export async function markRolledUp(
  { sequelize }: Database,
  deviceId: string,
  upToId: number,
  tx: Transaction,
): Promise<void> {
  const replacements = { deviceId, upToId };
  await sequelize.query(
    `UPDATE counter_readings SET rolled_up = 1 WHERE device_id = :deviceId AND rolled_up = 0 AND id <= :upToId`,
    { type: QueryTypes.UPDATE, replacements, transaction: tx },
  );
  await sequelize.query(
    `UPDATE devices SET last_heard_at = (SELECT MAX(sent_at) FROM counter_readings WHERE device_id = :deviceId)
      WHERE id = :deviceId`,
    { type: QueryTypes.UPDATE, replacements, transaction: tx },
  );
}

/** Drops readings that are in the hours and older than an instant, some at a time. Gives how many. */
export async function dropOldReadings({ sequelize }: Database, before: Date, most: number): Promise<number> {
  const [, dropped] = await sequelize.query(
    `DELETE FROM counter_readings WHERE rolled_up = 1 AND sent_at < :before LIMIT :most`,
    { type: QueryTypes.UPDATE, replacements: { before, most } },
  );
  return Number(dropped);
}

/** What the counter of a machine says of the needle in it. */
export interface CountedRow {
  readonly machineId: string;
  readonly lastHeardAt: Date | null;
  readonly stitches: number;
  readonly motorMs: number;
  readonly coveredShiftMs: number;
}

/** Share of an hour that lies after the needle went in. */
const PART = `LEAST(1, GREATEST(0, TIMESTAMPDIFF(MICROSECOND, i.installed_at, h.hour_at + INTERVAL 1 HOUR) / 3.6e9))`;

/**
 * What counters say of the needle in each machine, or in one, since it went in; the hour in which it went in counts by
 * the part after.
 */
export async function findCounted(
  { sequelize }: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<readonly CountedRow[]> {
  const sum = (column: string): string => `COALESCE(SUM(h.${column} * ${PART}), 0)`;
  return sequelize.query<CountedRow>(
    `SELECT m.id AS machineId, MAX(d.last_heard_at) AS lastHeardAt, ${sum('stitches')} AS stitches,
            ${sum('motor_ms')} AS motorMs, ${sum('covered_shift_ms')} AS coveredShiftMs
       FROM devices d
       JOIN machines m ON m.id = d.machine_id
       LEFT JOIN needle_installs i ON i.id = m.present_install_id
       LEFT JOIN counter_hours h ON h.device_id = d.id AND h.hour_at > i.installed_at - INTERVAL 1 HOUR
      WHERE d.kind = 'counter' AND d.revoked_at IS NULL ${only === null ? '' : 'AND d.machine_id = :only'}
      GROUP BY m.id`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
}
