import * as z from 'zod';
import { LOOP_CATCHES, NEEDLE_PUSHES } from '@gantelet/core';
import { Id, Instant, Line, Name } from '../shared/index.js';

const Mm = z.number().min(0).max(20);

/** From least to most, as a machine's manual gives it. */
const LimitsMm = z
  .strictObject({ least: Mm, most: Mm })
  .refine(({ least, most }) => least <= most, { path: ['most'], message: 'not less than the least' })
  .nullable();

/** Figures of the machine's manual; null where it says nothing. */
export const HookBook = z.strictObject({ riseMm: LimitsMm, aboveEyeMm: LimitsMm, clearanceMm: LimitsMm });

/** What was seen and measured at a hook; null for what was not. */
export const HookReading = z.strictObject({
  riseMm: Mm.nullable(),
  aboveEyeMm: Mm.nullable(),
  clearanceMm: Mm.nullable(),
  loop: z.enum(LOOP_CATCHES).nullable(),
  push: z.enum(NEEDLE_PUSHES).nullable(),
});

/** A look at the hook of a machine: as it was found, or as it was left after it was set. */
export const HookCheckEntry = z
  .strictObject({
    reading: HookReading,
    /** Goes with the machine from here on; null: the usual figures. */
    book: HookBook.nullable(),
    /** The hook was set, and this is how it stands now. */
    set: z.boolean(),
    note: Line(300),
    checkedAt: Instant,
  })
  .refine(({ reading }) => Object.values(reading).some((said) => said !== null), {
    path: ['reading'],
    error: 'at least one look or measure',
  });
export type HookCheckEntry = z.infer<typeof HookCheckEntry>;

/** A look at a hook as it was logged. */
export const HookCheck = HookCheckEntry.safeExtend({ id: Id, machineId: Id, checkedBy: Name });
export type HookCheck = z.infer<typeof HookCheck>;

/** What of a look is stored as a document. */
export const HookDocument = z.object({
  version: z.literal(1),
  reading: HookReading,
  book: HookBook.nullable(),
  set: z.boolean(),
});
