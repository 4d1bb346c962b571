import {
  hoursSince,
  SERVICE_KINDS,
  SERVICE_VALUE_IDS,
  serviceDue,
  type HoursRun,
  type Values,
} from '@gantelet/core';
import type { FloorMachine, MachineService, Person, ServiceDue, ServiceEntry } from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireShopTime } from '../shop/index.js';
import { readFloor, standingNow } from './floor-view.service.js';
import { shopClock } from './shop-clock.js';
import { findLastServices, findRuns, findRunsSinceServices, insertService } from './machine-service.store.js';
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
  const present = presentRun({ needle, age }, now);
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

/** What a machine ran so far with the needle that is in it: one span, or none. */
function presentRun({ needle, age }: Pick<FloorMachine, 'needle' | 'age'>, now: Date): readonly HoursRun[] {
  if (!needle || !age) return [];
  const hours = Math.max(0, age.runningHours - needle.entryHours);
  return [{ fromMs: Date.parse(needle.installedAt), toMs: now.getTime(), hours }];
}

/** The services of all machines that are due, the most overdue first. */
export async function readServicesDue(database: Database, values: Values, now: Date): Promise<ServiceDue[]> {
  const [clock, floor, runs] = await Promise.all([
    shopClock(database),
    readFloor(database, now),
    findRunsSinceServices(database, SERVICE_KINDS),
  ]);
  const machines = new Map(
    floor.zones.flatMap((zone) => zone.machines.map((machine) => [machine.id, { machine, zoneId: zone.id }])),
  );
  return runs
    .flatMap(({ machineId, kind, doneAt, wholeHours, span }) => {
      const found = machines.get(machineId);
      if (!found) return [];
      const { machine, zoneId } = found;
      const worked = (fromMs: number, toMs: number) =>
        clock.shiftHours(zoneId, new Date(fromMs), new Date(toMs));
      const open = [...(span ? [span] : []), ...presentRun(machine, now)];
      const hours = wholeHours + hoursSince(open, doneAt?.getTime() ?? 0, worked);
      const intervalHours = values[SERVICE_VALUE_IDS[kind]].value;
      return serviceDue(hours, intervalHours)
        ? [{ machineId, machineName: machine.name, kind, hoursSince: hours, intervalHours }]
        : [];
    })
    .sort((a, b) => b.hoursSince / b.intervalHours - a.hoursSince / a.intervalHours);
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
