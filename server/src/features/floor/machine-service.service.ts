import { hoursSince, serviceDue, type HoursRun, type ServiceOfMachine, type Values } from '@gantelet/core';
import {
  ProblemError,
  type FloorMachine,
  type MachineService,
  type Person,
  type ServiceDue,
  type ServiceEntry,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import { requireShopTime } from '../shop/index.js';
import { readFloor, standingNow } from './floor-view.service.js';
import { shopClock } from './shop-clock.js';
import { findLastServices, findRuns, findRunsSinceServices, insertService } from './machine-service.store.js';
import { findMachineRow, lockMachine } from './machine.store.js';
import { allServices } from './service-kind.service.js';

const DAY_MS = 24 * 60 * 60_000;

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
  const { zoneId, machineClass } = await findMachineRow(database, machineId, tx);
  const worked = (fromMs: number, toMs: number) => clock.shiftHours(zoneId, new Date(fromMs), new Date(toMs));
  const [last, removed, kinds] = await Promise.all([
    findLastServices(database, machineId, tx),
    findRuns(database, machineId, tx),
    allServices(database, values, tx),
  ]);
  const runs = [...removed, ...presentRun({ needle, age }, now)];
  return kinds.filter(servesClass(machineClass)).map((service) => {
    const done = last.get(service.kind) ?? null;
    const { kind, name, clock: by, how, interval } = service;
    const since =
      by === 'hours'
        ? hoursSince(runs, done?.doneAt.getTime() ?? 0, worked)
        : daysSince(service, done?.doneAt ?? null, now);
    return {
      ...{ kind, name, clock: by, how, since, interval },
      doneAt: done?.doneAt.toISOString() ?? null,
      doneBy: done?.doneBy ?? null,
      due: serviceDue(since, interval),
    };
  });
}

const servesClass =
  (machineClass: string) =>
  (service: ServiceOfMachine): boolean =>
    service.machineClass === null || service.machineClass === machineClass;

/** Days since a service was done; since its kind was added where it never was. */
function daysSince({ sinceMs }: ServiceOfMachine, doneAt: Date | null, now: Date): number {
  const from = doneAt?.getTime() ?? sinceMs ?? now.getTime();
  return Math.max(0, (now.getTime() - from) / DAY_MS);
}

/** What a machine ran so far with the needle that is in it: one span, or none. */
function presentRun({ needle, age }: Pick<FloorMachine, 'needle' | 'age'>, now: Date): readonly HoursRun[] {
  if (!needle || !age) return [];
  const hours = Math.max(0, age.runningHours - needle.entryHours);
  return [{ fromMs: Date.parse(needle.installedAt), toMs: now.getTime(), hours }];
}

/** The services of all machines that are due, the most overdue first. */
export async function readServicesDue(database: Database, values: Values, now: Date): Promise<ServiceDue[]> {
  const kinds = await allServices(database, values, null);
  const [clock, floor, runs] = await Promise.all([
    shopClock(database),
    readFloor(database, now),
    findRunsSinceServices(
      database,
      kinds.map(({ kind }) => kind),
    ),
  ]);
  const machines = new Map(
    floor.zones.flatMap((zone) => zone.machines.map((machine) => [machine.id, { machine, zoneId: zone.id }])),
  );
  return runs
    .flatMap(({ machineId, kind, machineClass, doneAt, wholeHours, span }) => {
      const found = machines.get(machineId);
      const service = kinds.find((one) => one.kind === kind);
      if (!found || !service || !servesClass(machineClass)(service)) return [];
      const { machine, zoneId } = found;
      const worked = (fromMs: number, toMs: number) =>
        clock.shiftHours(zoneId, new Date(fromMs), new Date(toMs));
      const open = [...(span ? [span] : []), ...presentRun(machine, now)];
      const since =
        service.clock === 'hours'
          ? wholeHours + hoursSince(open, doneAt?.getTime() ?? 0, worked)
          : daysSince(service, doneAt, now);
      const { name, clock: by, interval } = service;
      const due = {
        machineId,
        machineName: machine.name,
        kind,
        name,
        clock: by,
        since,
        interval,
      };
      return serviceDue(since, interval) ? [due] : [];
    })
    .sort((a, b) => b.since / b.interval - a.since / a.interval);
}

/** Logs a service under the key it was sent with. @throws ProblemError `service.unknown` */
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
  const { machineClass } = await lockMachine(database, machineId, tx);
  const at = new Date(doneAt);
  await requireShopTime(database, at, 'body.doneAt', now, tx);
  const known = (await allServices(database, values, tx)).filter(servesClass(machineClass));
  if (!known.some((one) => one.kind === kind)) throw new ProblemError('service.unknown');
  await insertService(database, { id, machineId, kind, note, doneAt: at, doneById: person.id }, tx);
  return readServices(database, machineId, values, now, tx);
}
