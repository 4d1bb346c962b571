import * as z from 'zod';
import { DROP_TESTS } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';

export const BOBBIN_METHODS = ['drop', 'weight', 'gauge', 'screw'] as const;
type Method = (typeof BOBBIN_METHODS)[number];

/** What each kind of reading records; the rest stays null. */
const TOLD: Readonly<Record<Method, readonly ('outcome' | 'grams' | 'tensionCn')[]>> = {
  drop: ['outcome'],
  weight: ['outcome', 'grams'],
  gauge: ['tensionCn'],
  screw: [],
};

/**
 * One reading of a bobbin case, or a turn of its screw: a drop test, a drop test with a known weight, a gauge, or the
 * screw alone. `screwTurns` is how far the screw was turned just before, tighter positive.
 */
export const BobbinReadingInput = z
  .strictObject({
    method: z.enum(BOBBIN_METHODS),
    outcome: z.enum(DROP_TESTS).nullable(),
    grams: z.number().positive().max(5000).nullable(),
    tensionCn: z.number().min(0).max(5000).nullable(),
    screwTurns: z.number().min(-3).max(3).multipleOf(0.0625),
    readAt: Instant,
  })
  .check(({ value, issues }) => {
    for (const field of ['outcome', 'grams', 'tensionCn'] as const) {
      const wanted = TOLD[value.method].includes(field);
      if (wanted === (value[field] !== null)) continue;
      const message = wanted
        ? `needed for a reading by ${value.method}`
        : `not part of a reading by ${value.method}`;
      issues.push({ code: 'custom', path: [field], input: value[field], message });
    }
  });
export type BobbinReadingInput = z.infer<typeof BobbinReadingInput>;

/** A machine's bobbin case reading as it was logged. */
export const BobbinReading = z.object({
  id: Id,
  setupId: Id,
  /** Thread of the set-up at the time. */
  tex: z.number().positive(),
  method: z.enum(BOBBIN_METHODS),
  outcome: z.enum(DROP_TESTS).nullable(),
  grams: z.number().positive().nullable(),
  tensionCn: z.number().min(0).nullable(),
  screwTurns: z.number(),
  readAt: Instant,
  readBy: Name,
});
export type BobbinReading = z.infer<typeof BobbinReading>;
