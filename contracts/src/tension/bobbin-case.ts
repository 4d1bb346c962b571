import * as z from 'zod';
import { CASE_LATCHES, DROP_TESTS, SETTING_SCREWS } from '@gantelet/core';
import { Id, Instant, Line, Name, Version } from '../shared/index.js';

/** A bobbin case as it is entered: what is engraved on it, how it latches, and what slips into its slot. */
export const BobbinCaseEntry = z.strictObject({
  mark: Name,
  latch: z.enum(CASE_LATCHES),
  /** Thickest thread that slips into its slot, in tex; null if nobody has tried. */
  slotMostTex: z.number().min(5).max(2000).nullable(),
  /** Which screw of the leaf spring sets the tension; null until somebody has looked. */
  settingScrew: z.enum(SETTING_SCREWS).nullable(),
  note: Line(300),
});
export type BobbinCaseEntry = z.infer<typeof BobbinCaseEntry>;

/** A revised or discarded case; its log stays. */
export const BobbinCaseChange = BobbinCaseEntry.extend({
  version: Version,
  thrownAway: z.boolean(),
});
export type BobbinCaseChange = z.infer<typeof BobbinCaseChange>;

/** Another of the machine's cases is put in. */
export const BobbinCaseSwap = z.strictObject({ caseId: Id, putInAt: Instant });
export type BobbinCaseSwap = z.infer<typeof BobbinCaseSwap>;

/** A machine's bobbin case in the state its log leaves it in. */
export const BobbinCaseView = z.object({
  /** Null for a machine's only case, unmarked. */
  id: Id.nullable(),
  machineId: Id,
  mark: Name.nullable(),
  isIn: z.boolean(),
  latch: z.enum(CASE_LATCHES),
  slotMostTex: z.number().positive().nullable(),
  settingScrew: z.enum(SETTING_SCREWS).nullable(),
  note: z.string(),
  version: Version,
  /** Tex it was last set for; null if it never was. */
  setForTex: z.number().positive().nullable(),
  /** Turns of the screw since then, tighter positive. */
  screwTurns: z.number(),
  /** The last drop test, unless the screw was turned afterwards, with its thread. */
  drop: z.object({ tex: z.number().positive(), outcome: z.enum(DROP_TESTS) }).nullable(),
  /** How often it was recently reset for another thread, and for which, in tex. */
  resets: z.object({ count: z.int().min(0), threads: z.array(z.number().positive()) }),
});
export type BobbinCaseView = z.infer<typeof BobbinCaseView>;
