import { ProblemError, type FloorZone, type Zone, type ZonePlan } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { insertZone, lockZone, placeMachines, renameZoneRow, zoneMachineIds } from './floor-plan.store.js';

/** Adds a zone under the key it was sent with. @throws ProblemError `zone.name-taken` */
export async function addZone(database: Database, zone: Zone, tx: Transaction): Promise<Zone> {
  await insertZone(database, zone, tx);
  return zone;
}

/** @throws ProblemError `zone.unknown`, `zone.name-taken` */
export async function renameZone(database: Database, zone: Zone, tx: Transaction): Promise<Zone> {
  if (!(await lockZone(database, zone.id, tx))) throw new ProblemError('zone.unknown');
  await renameZoneRow(database, zone, tx);
  return zone;
}

/**
 * Saves where the machines of a zone stand; those left out have no place yet.
 *
 * @throws ProblemError `zone.unknown`, `version.stale`, `plan.other-zone`
 */
export async function arrangeZone(
  database: Database,
  zoneId: string,
  { version, places }: ZonePlan,
  tx: Transaction,
): Promise<Pick<FloorZone, 'id' | 'planVersion'>> {
  const zone = await lockZone(database, zoneId, tx);
  if (!zone) throw new ProblemError('zone.unknown');
  if (zone.planVersion !== version) {
    throw new ProblemError('version.stale', { sent: version, current: zone.planVersion });
  }
  const own = await zoneMachineIds(database, zoneId, tx);
  if (places.some(({ machineId }) => !own.has(machineId))) throw new ProblemError('plan.other-zone');
  await placeMachines(database, zoneId, version + 1, places, tx);
  return { id: zoneId, planVersion: version + 1 };
}
