import { QueryTypes } from 'sequelize';
import { HOUR_MS, type CounterRun } from '@gantelet/core';
import { newId, type CounterLeap } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';

/** Records jumps claimed by counters; those already recorded stay as they are. */
export async function insertLeaps(
  { sequelize }: Database,
  leaps: readonly { readonly deviceId: string; readonly machineId: string; readonly run: CounterRun }[],
  tx: Transaction,
): Promise<void> {
  const rows = leaps.flatMap(({ deviceId, machineId, run: { fromMs, toMs, leap } }) => {
    if (!leap) return [];
    const { boot, seq, stitches, motorMs } = leap;
    return [[newId(), deviceId, machineId, boot, seq, new Date(fromMs), new Date(toMs), stitches, motorMs]];
  });
  if (rows.length === 0) return;
  await sequelize.query(
    `INSERT IGNORE INTO counter_leaps (id, device_id, machine_id, boot, seq, from_at, to_at, stitches, motor_ms)
     VALUES ${rows.map(() => '(?)').join(', ')}`,
    { type: QueryTypes.INSERT, replacements: rows, transaction: tx },
  );
}

/** Deletes a counter's undecided jumps from an instant on: they are recalculated. */
export async function forgetOpenLeaps(
  { sequelize }: Database,
  deviceId: string,
  from: Date,
  tx: Transaction,
): Promise<void> {
  await sequelize.query(
    'DELETE FROM counter_leaps WHERE device_id = :deviceId AND to_at >= :from AND decided_at IS NULL',
    { type: QueryTypes.DELETE, replacements: { deviceId, from }, transaction: tx },
  );
}

interface LeapRow extends Omit<CounterLeap, 'from' | 'to' | 'motorHours'> {
  readonly deviceId: string;
  readonly boot: number;
  readonly seq: number;
  readonly from: Date;
  readonly to: Date;
  readonly motorMs: number;
  readonly decidedAt: Date | null;
}

const LEAP = `SELECT l.id, l.device_id AS deviceId, l.boot, l.seq, l.machine_id AS machineId, m.name AS machineName,
    l.from_at AS \`from\`, l.to_at AS \`to\`, l.stitches, l.motor_ms AS motorMs, l.decided_at AS decidedAt
  FROM counter_leaps l JOIN machines m ON m.id = l.machine_id`;

export async function findOpenLeaps({ sequelize }: Database): Promise<CounterLeap[]> {
  const rows = await sequelize.query<LeapRow>(`${LEAP} WHERE l.decided_at IS NULL ORDER BY l.to_at, l.id`, {
    type: QueryTypes.SELECT,
  });
  return rows.map(toLeap);
}

/** A leap, locked, or null. */
export async function lockLeap(
  { sequelize }: Database,
  id: string,
  tx: Transaction,
): Promise<LeapRow | null> {
  const [row] = await sequelize.query<LeapRow>(`${LEAP} WHERE l.id = :id FOR UPDATE`, {
    type: QueryTypes.SELECT,
    replacements: { id },
    transaction: tx,
  });
  return row ?? null;
}

export function toLeap({ id, machineId, machineName, from, to, stitches, motorMs }: LeapRow): CounterLeap {
  return {
    id,
    machineId,
    machineName,
    from: from.toISOString(),
    to: to.toISOString(),
    stitches,
    motorHours: motorMs / HOUR_MS,
  };
}

export async function updateLeap(
  { sequelize }: Database,
  id: string,
  accepted: boolean,
  by: { readonly personId: string; readonly at: Date },
  tx: Transaction,
): Promise<void> {
  await sequelize.query(
    'UPDATE counter_leaps SET accepted = :accepted, decided_at = :at, decided_by_id = :personId WHERE id = :id',
    { type: QueryTypes.UPDATE, replacements: { id, accepted, ...by }, transaction: tx },
  );
}

/** Marks the reading behind a jump as accepted, and returns when it was sent; null when it is no longer stored. */
export async function acceptReading(
  { sequelize }: Database,
  { deviceId, boot, seq }: Pick<LeapRow, 'deviceId' | 'boot' | 'seq'>,
  tx: Transaction,
): Promise<Date | null> {
  const which = 'WHERE device_id = :deviceId AND boot = :boot AND seq = :seq';
  const replacements = { deviceId, boot, seq };
  const [row] = await sequelize.query<{ sentAt: Date }>(
    `SELECT sent_at AS sentAt FROM counter_readings ${which} FOR UPDATE`,
    { type: QueryTypes.SELECT, replacements, transaction: tx },
  );
  if (!row) return null;
  await sequelize.query(`UPDATE counter_readings SET leap_accepted = 1 ${which}`, {
    type: QueryTypes.UPDATE,
    replacements,
    transaction: tx,
  });
  return row.sentAt;
}
