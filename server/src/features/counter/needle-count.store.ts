import { HOUR_MS } from '@gantelet/core';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { readManyRows } from '../../db/many-rows.js';

/** A counter's total for the needle in its machine. */
export interface CountedRow {
  readonly machineId: string;
  readonly lastHeardAt: Date | null;
  readonly stitches: number;
  readonly motorMs: number;
  readonly coveredShiftMs: number;
}

/** End of the hours covered so far. */
const KNOWN_TO = 'LEAST(h.hour_at + INTERVAL 1 HOUR, d.last_heard_at)';
const microseconds = (from: string, to: string): string => `TIMESTAMPDIFF(MICROSECOND, ${from}, ${to})`;
/** Share of the covered time that lies between the needle's installation and an instant. */
const PART = `GREATEST(0, LEAST(1, ${microseconds('GREATEST(h.hour_at, i.installed_at)', `LEAST(${KNOWN_TO}, :until)`)}
  / GREATEST(1, ${microseconds('h.hour_at', KNOWN_TO)})))`;
/** How many needles one query asks for by name. */
const AT_ONCE = 500;

type CounterSums = Omit<CountedRow, 'machineId' | 'lastHeardAt'>;

/** A counter with its machine's needle, and what has been totalled so far. */
interface CounterOfNeedle extends CounterSums {
  readonly deviceId: string;
  readonly machineId: string;
  readonly lastHeardAt: Date | null;
  /** Null for a machine without a needle. */
  readonly installId: string | null;
  readonly installedAt: Date | null;
  /** Null when nothing has been. */
  readonly addedUpTo: Date | null;
}

/**
 * Counter totals for the needle in each machine, or in one, from its installation until an instant; the first and
 * last hour count in proportion.
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

/** Totals what counters recorded for their needles in the hours before an instant. The counters must be locked. */
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

/** Counters whose needle has hours before an instant that are not totalled yet. */
export async function findCountersToAddUp({ sequelize }: Database, upTo: Date): Promise<readonly string[]> {
  const counters = await findCountersOfNeedles(sequelize, '', {}, upTo, null);
  return counters
    .filter(({ installedAt, addedUpTo }) => installedAt !== null && (addedUpTo ?? installedAt) < upTo)
    .map(({ deviceId }) => deviceId);
}

/** Discards totals of counters whose hours change from a given hour on, by counter. */
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
  return readManyRows(
    sequelize,
    `SELECT d.id AS deviceId, m.id AS machineId, d.last_heard_at AS lastHeardAt, i.id AS installId,
            i.installed_at AS installedAt, c.up_to AS addedUpTo, COALESCE(c.stitches, 0) AS stitches,
            COALESCE(c.motor_ms, 0) AS motorMs, COALESCE(c.covered_shift_ms, 0) AS coveredShiftMs
       FROM devices d
       JOIN machines m ON m.id = d.machine_id
       LEFT JOIN needle_installs i ON i.id = m.present_install_id
       LEFT JOIN needle_counts c ON c.device_id = d.id AND c.install_id = i.id AND c.up_to <= :until
      WHERE d.kind = 'counter' AND d.revoked_at IS NULL ${which}`,
    { ...replacements, until },
    tx,
  );
}

/** Sums each needle's hours that are not totalled yet. */
async function sumOpenHours(
  sequelize: Database['sequelize'],
  counters: readonly CounterOfNeedle[],
  until: Date,
  tx: Transaction | null,
): Promise<ReadonlyMap<string, CounterSums>> {
  const whole = counters.filter((counter) => wantsWholeHours(counter, until));
  const parted = counters.filter((counter) => !wantsWholeHours(counter, until));
  const rows = await Promise.all([
    sumWholeHours(sequelize, whole, tx),
    sumPartedHours(sequelize, parted, until, tx),
  ]);
  return new Map(rows.flat().map(({ deviceId, ...sums }) => [deviceId, sums]));
}

/**
 * Whether every hour since the last total counts in full: the needle was already in, and everything recorded counts.
 */
function wantsWholeHours({ addedUpTo, lastHeardAt }: CounterOfNeedle, until: Date): boolean {
  return addedUpTo !== null && (lastHeardAt === null || lastHeardAt <= until);
}

type DeviceSums = CounterSums & { readonly deviceId: string };

/** Sums whole hours; needles totalled up to the same hour are handled together. */
async function sumWholeHours(
  sequelize: Database['sequelize'],
  counters: readonly CounterOfNeedle[],
  tx: Transaction | null,
): Promise<readonly DeviceSums[]> {
  const hourOf = ({ addedUpTo }: CounterOfNeedle): number => addedUpTo!.getTime();
  const groups = [...new Set(counters.map(hourOf))].map((fromMs) => ({
    fromMs,
    some: counters.filter((counter) => hourOf(counter) === fromMs),
  }));
  const rows = await Promise.all(
    groups.map(async ({ fromMs, some }) => {
      const deviceIds = some.map(({ deviceId }) => deviceId);
      const sums = await readManyRows<DeviceSums>(
        sequelize,
        `SELECT device_id AS deviceId, SUM(stitches) AS stitches, SUM(motor_ms) AS motorMs,
                SUM(covered_shift_ms) AS coveredShiftMs
           FROM counter_hours
          WHERE hour_at >= :from ${some.length > AT_ONCE ? '' : 'AND device_id IN (:deviceIds)'}
          GROUP BY device_id`,
        { from: new Date(fromMs), deviceIds },
        tx,
      );
      const own = new Set(deviceIds);
      return sums.filter(({ deviceId }) => own.has(deviceId));
    }),
  );
  return rows.flat();
}

/**
 * Sums hours in proportion. Needles installed at about the same time share one lower bound in the query: a join on
 * each needle's own would read everything its counter ever recorded.
 */
async function sumPartedHours(
  sequelize: Database['sequelize'],
  counters: readonly CounterOfNeedle[],
  until: Date,
  tx: Transaction | null,
): Promise<readonly DeviceSums[]> {
  const open = counters
    .flatMap(({ deviceId, installedAt, addedUpTo }) =>
      installedAt ? [{ deviceId, from: addedUpTo ?? new Date(installedAt.getTime() - HOUR_MS) }] : [],
    )
    .sort((a, b) => b.from.getTime() - a.from.getTime());
  const sumOf = (column: string): string => `SUM(h.${column} * ${PART})`;
  const groups = Array.from({ length: Math.ceil(open.length / AT_ONCE) }, (_, i) =>
    open.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
  );
  const rows = await Promise.all(
    groups.map((some) =>
      readManyRows<DeviceSums>(
        sequelize,
        `SELECT STRAIGHT_JOIN h.device_id AS deviceId, ${sumOf('stitches')} AS stitches,
                ${sumOf('motor_ms')} AS motorMs, ${sumOf('covered_shift_ms')} AS coveredShiftMs
           FROM counter_hours h
           JOIN devices d ON d.id = h.device_id
           JOIN machines m ON m.id = d.machine_id
           JOIN needle_installs i ON i.id = m.present_install_id
           LEFT JOIN needle_counts c ON c.device_id = d.id AND c.install_id = i.id AND c.up_to <= :until
          WHERE h.device_id IN (:deviceIds) AND h.hour_at >= :from AND h.hour_at >= COALESCE(c.up_to, :from)
          GROUP BY h.device_id`,
        { until, deviceIds: some.map(({ deviceId }) => deviceId), from: some.at(-1)!.from },
        tx,
      ),
    ),
  );
  return rows.flat();
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
