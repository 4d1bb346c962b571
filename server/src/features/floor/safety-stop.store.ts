import { QueryTypes } from 'sequelize';
import type { SafetyStop } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { ClearanceRow, SafetyStopRow } from '../../db/record-rows.js';

/** Missing pieces that have not been cleared, by machine, oldest first. */
export async function findOpenStops(
  { sequelize }: Database,
  only: string | null,
  tx: Transaction | null = null,
): Promise<ReadonlyMap<string, readonly SafetyStop[]>> {
  const rows = await sequelize.query<{ id: string; machineId: string; at: Date; personName: string }>(
    `SELECT s.id, s.machine_id AS machineId, s.reported_at AS at, p.name AS personName
       FROM safety_stops s JOIN people p ON p.id = s.reported_by_id LEFT JOIN clearances c ON c.stop_id = s.id
      WHERE c.id IS NULL ${only === null ? '' : 'AND s.machine_id = :only'} ORDER BY s.reported_at, s.id`,
    { type: QueryTypes.SELECT, replacements: { only }, transaction: tx },
  );
  const byMachine = new Map<string, SafetyStop[]>();
  for (const { machineId, at, ...stop } of rows) {
    const others = byMachine.get(machineId) ?? [];
    byMachine.set(machineId, [...others, { ...stop, at: at.toISOString() }]);
  }
  return byMachine;
}

export async function insertStop({ tables }: Database, row: SafetyStopRow, tx: Transaction): Promise<void> {
  await tables.safetyStops.create(row, { transaction: tx });
}

/** Whether a mechanic has cleared a stop. */
export async function isCleared({ tables }: Database, stopId: string, tx: Transaction): Promise<boolean> {
  return (await tables.clearances.count({ where: { stopId }, transaction: tx })) > 0;
}

export async function insertClearance(
  { tables }: Database,
  row: ClearanceRow,
  tx: Transaction,
): Promise<void> {
  await tables.clearances.create(row, { transaction: tx });
}
