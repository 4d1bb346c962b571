import { QueryTypes } from 'sequelize';
import type { CounterReading, HourRun } from '@gantelet/core';
import type { CounterMessage } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';

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

/** Counters with readings that are not in the hours yet. */
export async function findDueCounters({ sequelize }: Database): Promise<readonly string[]> {
  const rows = await sequelize.query<{ deviceId: string }>(
    `SELECT DISTINCT device_id AS deviceId FROM counter_readings WHERE rolled_up = 0`,
    { type: QueryTypes.SELECT },
  );
  return rows.map(({ deviceId }) => deviceId);
}

/** Locks counters, so that one server at a time works on their hours, and gives the machine of each. */
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

const READING = 'id, device_id AS deviceId, boot, seq, sent_at AS sentAt, stitches, motor_ms AS motorMs';

/** Readings that are not in the hours yet, by counter. */
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
  // Of several at one time the one with the highest number comes last and stays.
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

/** A kept reading with its place in the table. */
export type KeptReading = CounterReading & { readonly id: number };

type ReadingRow = Omit<KeptReading, 'sentAtMs'> & { readonly deviceId: string; readonly sentAt: Date };

function readingOf({ id, boot, seq, sentAt, stitches, motorMs }: ReadingRow): KeptReading {
  return { id: Number(id), boot, seq, sentAtMs: sentAt.getTime(), stitches, motorMs };
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

/** An hour of a counter on a machine, with how much of its shifts it was heard in. */
export type KeptHour = Omit<HourRun, 'coveredMs'> & {
  readonly deviceId: string;
  readonly machineId: string;
  readonly coveredShiftMs: number;
};

/** Sets hours to what they are: set again they are the same. */
export function setHours(database: Database, hours: readonly KeptHour[], tx: Transaction): Promise<void> {
  return writeHours(database, hours, (column) => `VALUES(${column})`, tx);
}

/** Adds to hours. Only in the transaction that marks the readings it comes from. */
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

/** Says that these very readings are in the hours: one that came meanwhile is not. */
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

/** Says when counters were last heard. */
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

/** End of what is known of an hour. */
const KNOWN_TO = 'LEAST(h.hour_at + INTERVAL 1 HOUR, d.last_heard_at)';
const microseconds = (from: string, to: string): string => `TIMESTAMPDIFF(MICROSECOND, ${from}, ${to})`;
/** Share of what is known of an hour that lies between the needle going in and an instant. */
const PART = `GREATEST(0, LEAST(1, ${microseconds('GREATEST(h.hour_at, i.installed_at)', `LEAST(${KNOWN_TO}, :until)`)}
  / GREATEST(1, ${microseconds('h.hour_at', KNOWN_TO)})))`;
/** Needles whose hours are asked for by name with one query. */
const AT_ONCE = 500;
/** Hours this far back are few enough to be read for every counter. */
const RECENT_MS = 6 * 3_600_000;
const HOUR_MS = 3_600_000;

type CounterSums = Omit<CountedRow, 'machineId' | 'lastHeardAt'>;

/** A counter with the needle of its machine, and what of that is added up already. */
interface CounterOfNeedle extends CounterSums {
  readonly deviceId: string;
  readonly machineId: string;
  readonly lastHeardAt: Date | null;
  /** Null for a machine without a needle. */
  readonly installId: string | null;
  readonly installedAt: Date | null;
  /** Null when nothing is. */
  readonly addedUpTo: Date | null;
}

/**
 * What counters say of the needle in each machine, or in one, from when it went in until an instant; the hours in which
 * these lie count by their part.
 */
export async function findCounted(
  { sequelize }: Database,
  only: string | null,
  until: Date,
  tx: Transaction | null = null,
): Promise<readonly CountedRow[]> {
  const which = only === null ? '' : 'AND d.machine_id = :only';
  const counters = await findCountersOfNeedles(sequelize, which, { only }, until, tx);
  const open = await sumOpenHours(sequelize, counters, until, tx);
  const counted = new Map<string, CountedRow>();
  for (const counter of counters) {
    const { machineId, lastHeardAt } = counter;
    const other = counted.get(machineId);
    const sums = addedTogether([counter, open.get(counter.deviceId), other]);
    const heardAt = latest(lastHeardAt, other?.lastHeardAt ?? null);
    counted.set(machineId, { machineId, lastHeardAt: heardAt, ...sums });
  }
  return [...counted.values()];
}

/** Adds up what counters say of their needles in the hours before an instant. The counters must be locked. */
export async function addUpNeedles(
  { sequelize, tables }: Database,
  deviceIds: readonly string[],
  upTo: Date,
  tx: Transaction,
): Promise<void> {
  if (deviceIds.length === 0) return;
  const which = 'AND d.id IN (:deviceIds)';
  const counters = await findCountersOfNeedles(sequelize, which, { deviceIds }, upTo, tx);
  const open = await sumOpenHours(sequelize, counters, upTo, tx);
  const rows = counters.flatMap((counter) => {
    const { deviceId, installId } = counter;
    return installId === null
      ? []
      : [{ deviceId, installId, upTo, ...addedTogether([counter, open.get(deviceId)]) }];
  });
  await tables.needleCounts.bulkCreate(rows, {
    updateOnDuplicate: ['installId', 'upTo', 'stitches', 'motorMs', 'coveredShiftMs'],
    transaction: tx,
  });
}

/** Counters whose needle has hours before an instant that are not added up yet. */
export async function findCountersToAddUp({ sequelize }: Database, upTo: Date): Promise<readonly string[]> {
  const counters = await findCountersOfNeedles(sequelize, '', {}, upTo, null);
  return counters
    .filter(({ installedAt, addedUpTo }) => installedAt !== null && (addedUpTo ?? installedAt) < upTo)
    .map(({ deviceId }) => deviceId);
}

/** Forgets what was added up for counters in hours from these on, by counter. */
export async function forgetAddedUp(
  { tables }: Database,
  from: ReadonlyMap<string, number>,
  tx: Transaction,
): Promise<void> {
  const deviceId = [...from.keys()];
  const added = plainRows(await tables.needleCounts.findAll({ where: { deviceId }, transaction: tx }));
  const wrong = added.filter((row) => row.upTo.getTime() > from.get(row.deviceId)!);
  if (wrong.length === 0) return;
  const where = { deviceId: wrong.map((row) => row.deviceId) };
  await tables.needleCounts.destroy({ where, transaction: tx });
}

async function findCountersOfNeedles(
  sequelize: Database['sequelize'],
  which: string,
  replacements: Readonly<Record<string, unknown>>,
  until: Date,
  tx: Transaction | null,
): Promise<readonly CounterOfNeedle[]> {
  return sequelize.query(
    `SELECT d.id AS deviceId, m.id AS machineId, d.last_heard_at AS lastHeardAt, i.id AS installId,
            i.installed_at AS installedAt, c.up_to AS addedUpTo, COALESCE(c.stitches, 0) AS stitches,
            COALESCE(c.motor_ms, 0) AS motorMs, COALESCE(c.covered_shift_ms, 0) AS coveredShiftMs
       FROM devices d
       JOIN machines m ON m.id = d.machine_id
       LEFT JOIN needle_installs i ON i.id = m.present_install_id
       LEFT JOIN needle_counts c ON c.device_id = d.id AND c.install_id = i.id AND c.up_to <= :until
      WHERE d.kind = 'counter' AND d.revoked_at IS NULL ${which}`,
    { type: QueryTypes.SELECT, replacements: { ...replacements, until }, transaction: tx },
  );
}

/**
 * Sums the hours of each needle that are not added up yet. The earliest of them stands in the query for some needles
 * together, those that began about the same time: a join on each one's own would read all that its counter ever had.
 */
async function sumOpenHours(
  sequelize: Database['sequelize'],
  counters: readonly CounterOfNeedle[],
  until: Date,
  tx: Transaction | null,
): Promise<ReadonlyMap<string, CounterSums>> {
  const open = counters
    .flatMap(({ deviceId, installedAt, addedUpTo }) =>
      installedAt ? [{ deviceId, from: addedUpTo ?? new Date(installedAt.getTime() - HOUR_MS) }] : [],
    )
    .sort((a, b) => b.from.getTime() - a.from.getTime());
  const sumOf = (column: string): string => `SUM(h.${column} * ${PART})`;
  const recent = open.filter(({ from }) => from.getTime() >= until.getTime() - RECENT_MS);
  const together = recent.length > AT_ONCE ? recent : [];
  const byName = open.slice(together.length);
  const groups = [
    { which: 'TRUE', some: together },
    ...Array.from({ length: Math.ceil(byName.length / AT_ONCE) }, (_, i) => ({
      which: 'h.device_id IN (:deviceIds)',
      some: byName.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
    })),
  ].filter(({ some }) => some.length > 0);
  const rows = await Promise.all(
    groups.map(({ which, some }) =>
      sequelize.query<CounterSums & { deviceId: string }>(
        `SELECT STRAIGHT_JOIN h.device_id AS deviceId, ${sumOf('stitches')} AS stitches,
                ${sumOf('motor_ms')} AS motorMs, ${sumOf('covered_shift_ms')} AS coveredShiftMs
           FROM counter_hours h
           JOIN devices d ON d.id = h.device_id
           JOIN machines m ON m.id = d.machine_id
           JOIN needle_installs i ON i.id = m.present_install_id
           LEFT JOIN needle_counts c ON c.device_id = d.id AND c.install_id = i.id AND c.up_to <= :until
          WHERE ${which} AND h.hour_at >= :from AND h.hour_at >= COALESCE(c.up_to, :from)
          GROUP BY h.device_id`,
        {
          type: QueryTypes.SELECT,
          replacements: { until, deviceIds: some.map(({ deviceId }) => deviceId), from: some.at(-1)!.from },
          transaction: tx,
        },
      ),
    ),
  );
  // Those asked for by name come last and stay: the others may be whole only for the recent ones.
  return new Map(rows.flat().map(({ deviceId, ...sums }) => [deviceId, sums]));
}

function addedTogether(parts: readonly (CounterSums | undefined)[]): CounterSums {
  const total = (of: keyof CounterSums): number => parts.reduce((sum, part) => sum + (part?.[of] ?? 0), 0);
  return {
    stitches: total('stitches'),
    motorMs: total('motorMs'),
    coveredShiftMs: total('coveredShiftMs'),
  };
}

const latest = (a: Date | null, b: Date | null): Date | null => (a && b ? (a > b ? a : b) : (a ?? b));
