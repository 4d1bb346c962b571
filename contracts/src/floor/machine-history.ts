import * as z from 'zod';
import {
  DROP_TESTS,
  FRAGMENT_COUNTS,
  REMOVAL_CAUSES,
  SEAM_GRADES,
  SERVICE_CLOCKS,
  SERVICE_KINDS,
  TROUBLES,
} from '@gantelet/core';
import { ClearanceFinding } from './needle-change.js';
import { HookReading } from '../hook/index.js';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Line, Name, Version } from '../shared/index.js';
import { MACHINE_CLASSES } from './machine.js';

const Hours = z.number().min(0);

const event = <Kind extends string, Shape extends z.ZodRawShape>(kind: Kind, shape: Shape) =>
  z.object({ kind: z.literal(kind), id: z.string(), at: Instant, by: Name, ...shape });

/** One of the kinds that are here from the start, or the id of one of the shop's own. */
const ServiceKindId = z.union([z.enum(SERVICE_KINDS), Id]);

/** Something that happened at a machine. */
export const MachineEvent = z.discriminatedUnion('kind', [
  event('needle-in', { needle: NeedleChoice, lotCode: z.string().nullable(), entryHours: Hours }),
  event('needle-out', {
    cause: z.enum(REMOVAL_CAUSES),
    fragments: z.enum(FRAGMENT_COUNTS),
    runningHours: Hours,
  }),
  event('change-undone', {}),
  event('cleared', { finding: ClearanceFinding }),
  event('report', {
    trouble: z.enum(TROUBLES),
    finding: z.enum(['needle-changed', 'nothing-found', 'mended']).nullable(),
  }),
  event('service', {
    service: ServiceKindId,
    /** Null for the kinds that are here from the start. */
    serviceName: Name.nullable(),
    note: z.string(),
    /** Null while it counts. */
    withdrawnBy: Name.nullable(),
  }),
  /** At the end of the time they were sewn in. */
  event('pieces', {
    pieces: z.int(),
    stitchesPerPiece: z.int(),
    from: Instant,
    /** Null while they count. */
    withdrawnBy: Name.nullable(),
  }),
  event('set-for', { setupId: Id, setupName: Name }),
  event('changeover', {
    changeoverId: Id,
    setupName: Name,
    ending: z.enum(['finished', 'put-aside', 'taken-back']),
    reason: z.string(),
  }),
  event('fault', { symptom: z.string(), ending: z.string(), cause: z.string().nullable(), note: z.string() }),
  event('hook', {
    reading: HookReading,
    set: z.boolean(),
    note: z.string(),
    /** Null while it counts. */
    withdrawnBy: Name.nullable(),
  }),
  event('setup-saved', { setupId: Id, setupName: Name }),
  event('seams', {
    setupId: Id,
    setupName: Name,
    seams: z.int(),
    turns: z.number(),
    grade: z.enum(SEAM_GRADES),
  }),
  event('bobbin-reading', { outcome: z.enum(DROP_TESTS).nullable(), tensionCn: z.number().nullable() }),
  event('gauge-reading', { turns: z.number(), tensionCn: z.number() }),
]);
export type MachineEvent = z.infer<typeof MachineEvent>;

/** What happened at a machine, the latest first. */
export const MachineHistory = z.object({
  events: z.array(MachineEvent),
  /** Ask on from here for what was before; null at the beginning. */
  before: Instant.nullable(),
});
export type MachineHistory = z.infer<typeof MachineHistory>;

/** A kind of service of the shop's own. */
export const ServiceKindEntry = z.strictObject({
  name: Name,
  clock: z.enum(SERVICE_CLOCKS),
  /** Running hours or days between two. */
  interval: z.number().min(0.5).max(10_000),
  /** What is done, with what and how much. */
  how: Line(300),
  /** Only machines of this class have it; null: all do. */
  machineClass: z.enum(MACHINE_CLASSES).nullable(),
});
export type ServiceKindEntry = z.infer<typeof ServiceKindEntry>;

/** A kind written again, or dropped: what was logged of it stays. */
export const ServiceKindChange = ServiceKindEntry.extend({ version: Version, dropped: z.boolean() });
export type ServiceKindChange = z.infer<typeof ServiceKindChange>;

export const ServiceKindView = ServiceKindEntry.extend({ id: Id, version: Version });
export type ServiceKindView = z.infer<typeof ServiceKindView>;

/** How a service of a machine stands. */
export const MachineService = z.object({
  kind: ServiceKindId,
  /** Null for the kinds that are here from the start. */
  name: Name.nullable(),
  clock: z.enum(SERVICE_CLOCKS),
  how: z.string(),
  /** Null when it was never logged. */
  doneAt: Instant.nullable(),
  doneBy: Name.nullable(),
  /** Running hours or days since then; where it was never logged, since its first needle or since the kind was added. */
  since: Hours,
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
