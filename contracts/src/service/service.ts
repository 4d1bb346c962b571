import * as z from 'zod';
import { goesByEvents, SERVICE_CLOCKS, SERVICE_KINDS, type ServiceClock } from '@gantelet/core';
import { MACHINE_CLASSES } from '../floor/machine.js';
import { Id, Instant, Line, Name, Version } from '../shared/index.js';

/** One of the built-in kinds, or the id of one of the shop's own. */
export const ServiceKindId = z.union([z.enum(SERVICE_KINDS), Id]);

/** A kind of service the shop has added. */
const kindOfService = {
  name: Name,
  clock: z.enum(SERVICE_CLOCKS),
  /** Running hours, days or events between two services; events are whole numbers. */
  interval: z.number().min(0.5).max(10_000),
  /** What is done, with what and how much. */
  how: Line(300),
  /** Only machines of this class have it; null for all. */
  machineClass: z.enum(MACHINE_CLASSES).nullable(),
};

const wholeEvents = ({ value, issues }: z.core.ParsePayload<ServiceInterval>): void => {
  if (goesByEvents(value.clock) && !Number.isInteger(value.interval))
    issues.push({ code: 'custom', path: ['interval'], input: value.interval, message: 'a whole number' });
};
interface ServiceInterval {
  readonly clock: ServiceClock;
  readonly interval: number;
}

export const ServiceKindEntry = z.strictObject(kindOfService).check(wholeEvents);
export type ServiceKindEntry = z.infer<typeof ServiceKindEntry>;

/** A kind that was revised or deleted: what was logged stays. */
export const ServiceKindChange = z
  .strictObject({ ...kindOfService, version: Version, dropped: z.boolean() })
  .check(wholeEvents);
export type ServiceKindChange = z.infer<typeof ServiceKindChange>;

export const ServiceKindView = z.object({ ...kindOfService, id: Id, version: Version });
export type ServiceKindView = z.infer<typeof ServiceKindView>;

/** The state of one of a machine's services. */
export const MachineService = z.object({
  kind: ServiceKindId,
  /** Null for the built-in kinds. */
  name: Name.nullable(),
  clock: z.enum(SERVICE_CLOCKS),
  how: z.string(),
  /** Null if it was never logged. */
  doneAt: Instant.nullable(),
  doneBy: Name.nullable(),
  /**
   * Running hours, days or events since then; if it was never logged, since the machine's first needle or since the
   * kind was added.
   */
  since: z.number().min(0),
  interval: z.number().positive(),
  due: z.boolean(),
});
export type MachineService = z.infer<typeof MachineService>;

/** A service that is due at a machine. */
export const ServiceDue = MachineService.pick({
  kind: true,
  name: true,
  clock: true,
  since: true,
  interval: true,
}).extend({ machineId: Id, machineName: Name });
export type ServiceDue = z.infer<typeof ServiceDue>;

export const ServiceEntry = z.strictObject({
  kind: ServiceKindId,
  note: z.string().trim().max(300).default(''),
  doneAt: Instant,
});
export type ServiceEntry = z.infer<typeof ServiceEntry>;
