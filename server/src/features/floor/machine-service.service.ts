import { hoursSince, SERVICE_KINDS, SERVICE_VALUE_IDS, serviceDue, type Values } from '@gantelet/core';
import type { MachineService, Person, ServiceEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireShopTime } from '../shop/index.js';
import { standingNow } from './floor-view.service.js';
import { shopClock } from './shop-clock.js';
import { findLastServices, findRuns, insertService } from './machine-service.store.js';
import { findMachineRow, lockMachine } from './machine.store.js';

/** How the services of a machine stand. @throws ProblemError `machine.unknown` */
export async function readServices(
  database: Database,
  machineId: string,
  values: Values,
  now: Date,
  tx: Transaction | null = null,
): Promise<MachineService[]> {
  const clock = await shopClock(database, tx);
  const { needle, age } = await standingNow(database, machineId, clock, now, tx);
  const { zoneId } = await findMachineRow(database, machineId, tx);
  const worked = (fromMs: number, toMs: number) => clock.shiftHours(zoneId, new Date(fromMs), new Date(toMs));
  const [last, removed] = await Promise.all([
    findLastServices(database, machineId, tx),
    findRuns(database, machineId, tx),
  ]);
  const present =
    needle && age
      ? [
          {
            fromMs: Date.parse(needle.installedAt),
            toMs: now.getTime(),
            hours: Math.max(0, age.runningHours - needle.entryHours),
          },
        ]
      : [];
  return SERVICE_KINDS.map((kind) => {
    const done = last.get(kind) ?? null;
    const hours = hoursSince([...removed, ...present], done?.doneAt.getTime() ?? 0, worked);
    const intervalHours = values[SERVICE_VALUE_IDS[kind]].value;
    return {
      kind,
      doneAt: done?.doneAt.toISOString() ?? null,
      doneBy: done?.doneBy ?? null,
      hoursSince: hours,
      intervalHours,
      due: serviceDue(hours, intervalHours),
    };
  });
}

/** Logs a service under the key it was sent with. */
export async function logService(
  database: Database,
  machineId: string,
  id: string,
  { kind, note, doneAt }: ServiceEntry,
  values: Values,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<MachineService[]> {
  await lockMachine(database, machineId, tx);
  const at = new Date(doneAt);
  await requireShopTime(database, at, 'body.doneAt', now, tx);
  await insertService(database, { id, machineId, kind, note, doneAt: at, doneById: person.id }, tx);
  return readServices(database, machineId, values, now, tx);
}
