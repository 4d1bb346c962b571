import * as z from 'zod';
import {
  DROP_TESTS,
  FRAGMENT_COUNTS,
  REMOVAL_CAUSES,
  SEAM_GRADES,
  SERVICE_KINDS,
  TROUBLES,
} from '@gantelet/core';
import { ClearanceFinding } from './needle-change.js';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Name } from '../shared/index.js';

const Hours = z.number().min(0);

const event = <Kind extends string, Shape extends z.ZodRawShape>(kind: Kind, shape: Shape) =>
  z.object({ kind: z.literal(kind), id: z.string(), at: Instant, by: Name, ...shape });

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
    service: z.enum(SERVICE_KINDS),
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

/** How a service of a machine stands. */
export const MachineService = z.object({
  kind: z.enum(SERVICE_KINDS),
  /** Null when it was never logged. */
  doneAt: Instant.nullable(),
  doneBy: Name.nullable(),
  /** Running hours since then; since the first needle when it was never logged. */
  hoursSince: Hours,
  intervalHours: z.number().positive(),
  due: z.boolean(),
});
export type MachineService = z.infer<typeof MachineService>;

/** A service that is due at a machine. */
export const ServiceDue = MachineService.pick({ kind: true, hoursSince: true, intervalHours: true }).extend({
  machineId: Id,
  machineName: Name,
});
export type ServiceDue = z.infer<typeof ServiceDue>;

export const ServiceEntry = z.strictObject({
  kind: z.enum(SERVICE_KINDS),
  note: z.string().trim().max(300).default(''),
  doneAt: Instant,
});
export type ServiceEntry = z.infer<typeof ServiceEntry>;
