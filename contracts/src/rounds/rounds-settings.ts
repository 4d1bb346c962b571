import * as z from 'zod';
import { MACHINE_CLASSES } from '../floor/index.js';
import { Day, Id, Version } from '../shared/index.js';

const Minutes = z.number().min(0).max(1440);

/** When a mechanic changes needles, for how long per shift, and on which machines. */
export const MechanicHours = z.strictObject({
  personId: Id,
  shiftIds: z.array(Id).max(20),
  minutes: Minutes,
  machineClasses: z.array(z.enum(MACHINE_CLASSES)).max(MACHINE_CLASSES.length),
});
export type MechanicHours = z.infer<typeof MechanicHours>;

const days = { fromDay: Day, toDay: Day };
const inOrder = (one: { fromDay: string; toDay: string }): boolean => one.fromDay <= one.toDay;
const notInOrder = { path: ['toDay'], error: 'not before the first day' };

/** Days somebody is away, whatever their shifts. */
export const PersonAbsence = z
  .strictObject({ personId: Id, ...days, note: z.string().trim().max(200) })
  .refine(inOrder, notInOrder);
export type PersonAbsence = z.infer<typeof PersonAbsence>;

export const AWAY_KINDS = ['down', 'reserved'] as const;
export type AwayKind = (typeof AWAY_KINDS)[number];
/**
 * Days a machine is not available: if `down` it does not run either, if `reserved` it runs and must not be touched.
 */
export const MachineAway = z
  .strictObject({ machineId: Id, ...days, kind: z.enum(AWAY_KINDS), note: z.string().trim().max(200) })
  .refine(inOrder, notInOrder);
export type MachineAway = z.infer<typeof MachineAway>;

/** What the lead knows better than the counters: a machine's running hours per shift on some days. */
export const HoursCorrection = z
  .strictObject({
    machineId: Id,
    ...days,
    hoursPerShift: z.number().min(0).max(24),
    note: z.string().trim().max(200),
  })
  .refine(inOrder, notInOrder);
export type HoursCorrection = z.infer<typeof HoursCorrection>;

/** Planning settings, besides what the floor and the lives say. */
export const RoundsSettings = z.strictObject({
  /** Shifts that are planned one by one, on a rolling basis. */
  horizonShifts: z.int().min(6).max(42),
  /** The value, in the shop's currency, of not moving a published change. */
  pricePerMove: z.number().min(0).max(10_000),
  holidays: z.array(z.strictObject({ day: Day, name: z.string().trim().min(1).max(80) })).max(400),
  mechanics: z.array(MechanicHours).max(200),
  /** Missing in settings stored before this field existed. */
  absences: z.array(PersonAbsence).max(2000).default([]),
  /** Minutes to walk to a zone and get ready there, once per round. */
  walks: z.array(z.strictObject({ zoneId: Id, minutes: Minutes })).max(200),
  /** Minutes of one planned change, where it differs from the shop's usual. */
  classMinutes: z.array(z.strictObject({ machineClass: z.enum(MACHINE_CLASSES), minutes: Minutes })).max(20),
  away: z.array(MachineAway).max(2000),
  corrections: z.array(HoursCorrection).max(2000),
  version: Version,
});
export type RoundsSettings = z.infer<typeof RoundsSettings>;

/** A shop that has decided nothing yet. */
export const NO_SETTINGS: RoundsSettings = {
  horizonShifts: 28,
  pricePerMove: 1,
  holidays: [],
  mechanics: [],
  absences: [],
  walks: [],
  classMinutes: [],
  away: [],
  corrections: [],
  version: 0,
};
