import { QueryTypes } from 'sequelize';
import type { RemovalCause } from '@gantelet/core';
import type { LifeGroup } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';

/** One needle's stay as the database has it. */
export interface StayRow {
  readonly installId: string;
  readonly machineId: string;
  readonly machineClass: LifeGroup['machineClass'];
  readonly setupId: string | null;
  readonly pointId: string;
  readonly entryHours: number;
  /** Null while it is still in. */
  readonly cause: RemovalCause | null;
  readonly hours: number | null;
  readonly removedAt: Date | null;
}

/** Every needle that ever was in a machine. */
export async function findStays({ sequelize }: Database): Promise<readonly StayRow[]> {
  return sequelize.query<StayRow>(
    `SELECT i.id AS installId, i.machine_id AS machineId, m.machine_class AS machineClass, i.setup_id AS setupId,
            i.point_style AS pointId, i.entry_hours AS entryHours, r.cause, r.running_hours AS hours,
            r.removed_at AS removedAt
       FROM needle_installs i JOIN machines m ON m.id = i.machine_id
       LEFT JOIN needle_removals r ON r.install_id = i.id`,
    { type: QueryTypes.SELECT },
  );
}

/** Names the state of the records: another after every change of a needle. */
export async function recordsVersion({ sequelize }: Database): Promise<string> {
  const [row] = await sequelize.query<{ installs: number; removals: number }>(
    `SELECT (SELECT COUNT(*) FROM needle_installs) AS installs, (SELECT COUNT(*) FROM needle_removals) AS removals`,
    { type: QueryTypes.SELECT },
  );
  return `${row!.installs}.${row!.removals}`;
}
