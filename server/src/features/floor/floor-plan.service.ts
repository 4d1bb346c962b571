import { ProblemError, type FloorZone, type ZonePlan } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { placeMachines, lockZone, zoneMachineIds } from './floor-plan.store.js';

/**
 * Keeps where the machines of a zone stand; those that are left out stand nowhere yet.
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
