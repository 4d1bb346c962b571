import * as z from 'zod';
import { LOOP_CATCHES, NEEDLE_PUSHES } from '@gantelet/core';
import { Id, Instant, Line, Name } from '../shared/index.js';

const Mm = z.number().min(0).max(20);

/** From smallest to largest, as in a machine's manual. */
const LimitsMm = z
  .strictObject({ least: Mm, most: Mm })
  .refine(({ least, most }) => least <= most, { path: ['most'], message: 'not less than the least' })
  .nullable();

/** Figures from the machine's manual; null where it gives none. */
export const HookBook = z.strictObject({ riseMm: LimitsMm, aboveEyeMm: LimitsMm, clearanceMm: LimitsMm });

/** What was seen and measured at a hook; null for what was not. */
export const HookReading = z.strictObject({
  riseMm: Mm.nullable(),
  aboveEyeMm: Mm.nullable(),
  clearanceMm: Mm.nullable(),
  loop: z.enum(LOOP_CATCHES).nullable(),
  push: z.enum(NEEDLE_PUSHES).nullable(),
});

/** A hook check: as found, or as left after setting. */
export const HookCheckEntry = z
  .strictObject({
    reading: HookReading,
    /** Applies to the machine from now on; null for the usual figures. */
    book: HookBook.nullable(),
    /** The hook was set, and this is its state now. */
    set: z.boolean(),
    note: Line(300),
    checkedAt: Instant,
  })
  .refine(({ reading }) => Object.values(reading).some((said) => said !== null), {
    path: ['reading'],
    error: 'at least one look or measure',
  });
export type HookCheckEntry = z.infer<typeof HookCheckEntry>;

/** A hook check as it was logged. */
export const HookCheck = HookCheckEntry.safeExtend({ id: Id, machineId: Id, checkedBy: Name });
export type HookCheck = z.infer<typeof HookCheck>;

/** The part of a check that is stored as a document. */
export const HookDocument = z.object({
  version: z.literal(1),
  reading: HookReading,
  book: HookBook.nullable(),
  set: z.boolean(),
});
