import type { ZonePlan } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import type { ZoneRow } from '../../db/rows.js';

export async function lockZone({ tables }: Database, id: string, tx: Transaction): Promise<ZoneRow | null> {
  return (await tables.zones.findByPk(id, { transaction: tx, lock: true }))?.get({ plain: true }) ?? null;
}

export async function zoneMachineIds(
  { tables }: Database,
  zoneId: string,
  tx: Transaction,
): Promise<ReadonlySet<string>> {
  const rows = await tables.machines.findAll({ where: { zoneId }, attributes: ['id'], transaction: tx });
  return new Set(plainRows(rows).map(({ id }) => id));
}

/** Sets where every machine of a zone stands, and the version of its plan. */
export async function placeMachines(
  { tables }: Database,
  zoneId: string,
  planVersion: number,
  places: ZonePlan['places'],
  tx: Transaction,
): Promise<void> {
  const inOne = { transaction: tx };
  await tables.machines.update({ planColumn: null, planRow: null }, { where: { zoneId }, ...inOne });
  for (const { machineId, column, row } of places) {
    await tables.machines.update(
      { planColumn: column, planRow: row },
      { where: { id: machineId }, ...inOne },
    );
  }
  await tables.zones.update({ planVersion }, { where: { id: zoneId }, ...inOne });
}
