import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../../db/database.js';
import type { NeedleInstallRow, NeedleRemovalRow } from '../../db/rows.js';

/** When a needle was in a machine; null if it still is. */
export interface LoggedStay {
  readonly machineId: string;
  readonly installedAt: Date;
  readonly removedAt: Date | null;
}

/** Every needle that was or is in a machine. */
export async function findLoggedStays(
  { sequelize }: Database,
  tx: Transaction,
): Promise<readonly LoggedStay[]> {
  return sequelize.query<LoggedStay>(
    `SELECT i.machine_id AS machineId, i.installed_at AS installedAt, r.removed_at AS removedAt
       FROM needle_installs i LEFT JOIN needle_removals r ON r.install_id = i.id
      ORDER BY i.machine_id, i.installed_at`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
}

/** Every set-up by its name. */
export async function findSetupNames(
  { sequelize }: Database,
  tx: Transaction,
): Promise<readonly { readonly id: string; readonly name: string; readonly machineId: string }[]> {
  return sequelize.query('SELECT id, name, machine_id AS machineId FROM setups', {
    type: QueryTypes.SELECT,
    transaction: tx,
  });
}

/** Lots by code, each with its kind: lots of different kinds may share a code. */
export async function findLotCodes(
  { sequelize }: Database,
  tx: Transaction,
): Promise<readonly { readonly id: string; readonly code: string; readonly kind: string }[]> {
  return sequelize.query(
    `SELECT id, code, CONCAT_WS(' ', needle_system, blade_nm, point_style, needle_finish) AS kind FROM needle_lots`,
    { type: QueryTypes.SELECT, transaction: tx },
  );
}

export async function insertStays(
  { tables, sequelize }: Database,
  installs: readonly NeedleInstallRow[],
  removals: readonly NeedleRemovalRow[],
  tx: Transaction,
): Promise<void> {
  await tables.needleInstalls.bulkCreate([...installs], { transaction: tx });
  await tables.needleRemovals.bulkCreate([...removals], { transaction: tx });
  // The records begin with the earliest of them.
  await sequelize.query(
    'UPDATE shop SET began_at = LEAST(began_at, (SELECT MIN(installed_at) FROM needle_installs))',
    { transaction: tx },
  );
}
