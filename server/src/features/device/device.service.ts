import { ProblemError, type Device, type StandInAsk } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { DeviceLine } from './device-line.js';
import { findDevices, markRevoked } from './device.store.js';

/** @throws ProblemError `device.unknown` */
export async function readDevice(
  database: Database,
  id: string,
  tx: Transaction | null = null,
): Promise<Device> {
  const [device] = await findDevices(database, id, tx);
  if (!device) throw new ProblemError('device.unknown');
  return device;
}

export async function revokeDevice(
  database: Database,
  id: string,
  now: Date,
  tx: Transaction,
): Promise<Device> {
  await readDevice(database, id, tx);
  await markRevoked(database, id, now, tx);
  return readDevice(database, id, tx);
}

/** @throws ProblemError `device.no-stand-in` for a real device, `device.line-down` when it cannot be reached */
export async function askStandIn(
  database: Database,
  line: DeviceLine,
  id: string,
  ask: StandInAsk,
  tx: Transaction,
): Promise<Device> {
  const device = await readDevice(database, id, tx);
  if (!device.standIn) throw new ProblemError('device.no-stand-in', { name: device.name });
  await line.ask(id, ask);
  return device;
}
