import { QueryTypes } from 'sequelize';
import type { RemovalCause } from '@gantelet/core';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { LifeIntervalRow } from '../../db/rows.js';

/** One needle's stay as stored. */
export interface StayRow {
  readonly installId: string;
  readonly machineId: string;
  readonly lifeGroup: string;
  readonly entryHours: number;
  /** Null while it is still in. */
  readonly cause: RemovalCause | null;
  readonly hours: number | null;
  readonly installedAt: Date;
  readonly removedAt: Date | null;
  readonly lotId: string | null;
}

/** Every needle that was ever in a machine and belongs to a group, or to one group. */
export async function findStays({ sequelize }: Database, only: string | null): Promise<readonly StayRow[]> {
  return sequelize.query<StayRow>(
    `SELECT i.id AS installId, i.machine_id AS machineId, i.life_group AS lifeGroup, i.entry_hours AS entryHours,
            r.cause, r.running_hours AS hours, i.installed_at AS installedAt, r.removed_at AS removedAt, i.lot_id AS lotId
       FROM needle_installs i LEFT JOIN needle_removals r ON r.install_id = i.id
      WHERE i.life_group IS NOT NULL ${only === null ? '' : 'AND i.life_group = :only'}`,
    { type: QueryTypes.SELECT, replacements: { only } },
  );
}

/**
 * Identifies the state of the records: it changes with every needle change, and with the hours of a removed needle.
 */
export async function recordsVersion({ sequelize }: Database): Promise<string> {
  const [row] = await sequelize.query<{ installs: number; removals: number; hours: number }>(
    `SELECT (SELECT COUNT(*) FROM needle_installs) AS installs, COUNT(*) AS removals,
            COALESCE(SUM(running_hours), 0) AS hours
       FROM needle_removals`,
    { type: QueryTypes.SELECT },
  );
  return `${row!.installs}.${row!.removals}.${row!.hours.toFixed(3)}`;
}

/** Stores the change interval of each group from the last fit. */
/** The intervals now in force, by group. */
export async function findIntervals(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, LifeIntervalRow>> {
  const rows = plainRows(await tables.lifeIntervals.findAll({ transaction: tx }));
  return new Map(rows.map((row) => [row.lifeGroup, row]));
}

export async function setIntervals(
  { tables }: Database,
  rows: readonly LifeIntervalRow[],
  tx: Transaction,
): Promise<void> {
  await tables.lifeIntervals.destroy({ where: {}, transaction: tx });
  await tables.lifeIntervals.bulkCreate([...rows], { transaction: tx });
}
