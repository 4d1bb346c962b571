import {
  DAY_MS,
  goesByEvents,
  hoursSince,
  serviceDue,
  type HoursRun,
  type ServiceOfMachine,
  type Values,
} from '@gantelet/core';
import {
  ProblemError,
  type FloorMachine,
  type MachineService,
  type ServiceDue,
  type ServiceEntry,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../../db/database.js';
import type { WriteContext } from '../../db/write-context.js';
import { lockMachine, readFloor, shopClock, standingNow, type ShopClock } from '../floor/index.js';
import { requireShopTime } from '../shop/index.js';
import {
  countEventsSince,
  findHoursEver,
  findLastServices,
  findRunsSince,
  findServedMachines,
  insertService,
  type Asked,
  type ServedMachine,
} from './service.store.js';
import { allServices } from './service-kind.service.js';

/** Machines as they are now, by id. */
type OnFloor = ReadonlyMap<string, Pick<FloorMachine, 'name' | 'needle' | 'age'>>;

/** The state of a machine's services. @throws ProblemError `machine.unknown` */
export async function readServices(
  database: Database,
  machineId: string,
  values: Values,
  now: Date,
  tx: Transaction | null = null,
): Promise<MachineService[]> {
  const clock = await shopClock(database, tx);
  const onFloor = new Map([[machineId, await standingNow(database, machineId, clock, now, tx)]]);
  const standing = await standingServices(database, values, { clock, onFloor, now }, { machineId, tx });
  return standing.map(({ service }) => service);
}

/** Due services of all machines, most overdue first. */
export async function readServicesDue(database: Database, values: Values, now: Date): Promise<ServiceDue[]> {
  const [clock, floor] = await Promise.all([shopClock(database), readFloor(database, now)]);
  const onFloor = new Map(
    floor.zones.flatMap(({ machines }) => machines.map((machine) => [machine.id, machine] as const)),
  );
  const all = { machineId: null, tx: null };
  return (await standingServices(database, values, { clock, onFloor, now }, all))
    .filter(({ service }) => service.due)
    .map(({ machineId, service: { kind, name, clock: by, since, interval } }) => ({
      ...{ machineId, machineName: onFloor.get(machineId)!.name },
      ...{ kind, name, clock: by, since, interval },
    }))
    .sort((a, b) => b.since / b.interval - a.since / a.interval);
}

/** What services are counted by. */
interface Present {
  readonly clock: ShopClock;
  readonly onFloor: OnFloor;
  readonly now: Date;
}

/** Every service of every machine in question. */
async function standingServices(
  database: Database,
  values: Values,
  present: Present,
  asked: Asked,
): Promise<{ readonly machineId: string; readonly service: MachineService }[]> {
  const kinds = await allServices(database, values, asked.tx);
  const [served, last] = await Promise.all([
    findServedMachines(database, asked),
    findLastServices(database, asked),
  ]);
  const lastOf = new Map(last.map((one) => [`${one.machineId} ${one.kind}`, one]));
  const pairs = kinds.flatMap((service) =>
    served
      .filter(
        ({ machineId, machineClass }) => present.onFloor.has(machineId) && servesClass(service, machineClass),
      )
      .map((machine) => ({
        service,
        machine,
        done: lastOf.get(`${machine.machineId} ${service.kind}`) ?? null,
      })),
  );
  const isNew = pairs.some(({ service, done }) => done === null && service.clock === 'hours');
  const hoursEver = isNew ? await findHoursEver(database, asked) : new Map<string, number>();
  const counts = new Map(
    await Promise.all(
      kinds.map(
        async (service) =>
          [service.kind, await counterOf(database, service, hoursEver, present, asked)] as const,
      ),
    ),
  );
  return pairs.map(({ service, machine, done }) => {
    const since = counts.get(service.kind)!(machine, done?.doneAt ?? null);
    const { kind, name, clock: by, how, interval } = service;
    return {
      machineId: machine.machineId,
      service: {
        ...{ kind, name, clock: by, how, since, interval },
        doneAt: done?.doneAt.toISOString() ?? null,
        doneBy: done?.doneBy ?? null,
        due: serviceDue(since, interval),
      },
    };
  });
}

const servesClass = (service: ServiceOfMachine, machineClass: string): boolean =>
  service.machineClass === null || service.machineClass === machineClass;

type CountSince = (machine: ServedMachine, doneAt: Date | null) => number;

/** How a service's count at a machine since it was last done is obtained. */
async function counterOf(
  database: Database,
  { kind, clock: by, sinceMs }: ServiceOfMachine,
  hoursEver: ReadonlyMap<string, number>,
  { clock, onFloor, now }: Present,
  asked: Asked,
): Promise<CountSince> {
  const addedAt = new Date(sinceMs ?? 0);
  if (by === 'days')
    return (_, doneAt) => Math.max(0, (now.getTime() - (doneAt ?? addedAt).getTime()) / DAY_MS);
  if (goesByEvents(by)) {
    const counts = await countEventsSince(database, kind, by, addedAt, asked);
    return ({ machineId }) => counts.get(machineId) ?? 0;
  }
  const runs = new Map((await findRunsSince(database, kind, asked)).map((run) => [run.machineId, run]));
  return ({ machineId, zoneId }, doneAt) => {
    const { wholeHours, span } = runs.get(machineId) ?? {
      wholeHours: hoursEver.get(machineId) ?? 0,
      span: null,
    };
    const open = [...(span ? [span] : []), ...presentRun(onFloor.get(machineId)!, now)];
    return (
      wholeHours +
      hoursSince(open, doneAt?.getTime() ?? 0, (fromMs, toMs) =>
        clock.shiftHours(zoneId, new Date(fromMs), new Date(toMs)),
      )
    );
  };
}

/** A machine's running time with its present needle: one stretch, or none. */
function presentRun({ needle, age }: Pick<FloorMachine, 'needle' | 'age'>, now: Date): readonly HoursRun[] {
  if (!needle || !age) return [];
  const hours = Math.max(0, age.runningHours - needle.entryHours);
  return [{ fromMs: Date.parse(needle.installedAt), toMs: now.getTime(), hours }];
}

/**
 * Logs a service under the key it was sent with.
 *
 * @throws ProblemError `machine.unknown`, `service.unknown`, `time.outside`
 */
export async function logService(
  { database, tx, person, now }: WriteContext,
  id: string,
  machineId: string,
  { kind, note, doneAt }: ServiceEntry,
  values: Values,
): Promise<MachineService[]> {
  const { machineClass } = await lockMachine(database, machineId, tx);
  const at = new Date(doneAt);
  await requireShopTime(database, at, 'body.doneAt', now, tx);
  const known = await allServices(database, values, tx);
  if (!known.some((one) => one.kind === kind && servesClass(one, machineClass)))
    throw new ProblemError('service.unknown');
  await insertService(database, { id, machineId, kind, note, doneAt: at, doneById: person.id }, tx);
  return readServices(database, machineId, values, now, tx);
}
