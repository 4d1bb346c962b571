import * as z from 'zod';
import { DROP_TESTS, FRAGMENT_COUNTS, REMOVAL_CAUSES, SEAM_GRADES, TROUBLES } from '@gantelet/core';
import { ClearanceFinding } from './needle-change.js';
import { HookReading } from '../hook/index.js';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Name } from '../shared/index.js';
import { ServiceKindId } from '../service/index.js';

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
    service: ServiceKindId,
    /** Null for the built-in kinds. */
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

/** What happened at a machine, latest first. */
export const MachineHistory = z.object({
  events: z.array(MachineEvent),
  /** Continue from here for earlier events; null at the beginning. */
  before: Instant.nullable(),
});
export type MachineHistory = z.infer<typeof MachineHistory>;
