import { ProblemError, type Clearance, type FloorMachine, type Person } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { standingNow } from './floor-view.service.js';
import { lockMachine } from './machine.store.js';
import { findOpenStops, insertClearance } from './safety-stop.store.js';
import { shopClock } from './shop-clock.js';

/**
 * Records a mechanic's clearance of one missing piece. Once none is left the machine may run again; there is no other
 * way.
 *
 * @throws ProblemError `clearance.nothing`
 */
export async function clearMachine(
  database: Database,
  machineId: string,
  { stopId, finding }: Clearance,
  key: string,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<FloorMachine> {
  await lockMachine(database, machineId, tx);
  const open = (await findOpenStops(database, machineId, tx)).get(machineId) ?? [];
  if (!open.some(({ id }) => id === stopId)) throw new ProblemError('clearance.nothing');
  await insertClearance(database, { id: key, stopId, clearedAt: now, clearedById: person.id, finding }, tx);
  return standingNow(database, machineId, await shopClock(database, tx), now, tx);
}
