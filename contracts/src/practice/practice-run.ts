import * as z from 'zod';
import { PRACTICE_SCENARIOS, SEAM_GRADES } from '@gantelet/core';
import { Id, Instant } from '../shared/index.js';

/** A completed practice scenario. */
export const PracticeRunInput = z.strictObject({
  scenarioId: z
    .string()
    .max(40)
    .refine((id) => PRACTICE_SCENARIOS.some((one) => one.id === id), {
      error: `not a scenario (${PRACTICE_SCENARIOS.map(({ id }) => id).join(', ')})`,
    }),
  /** Test seams it took. */
  seams: z.int().min(1).max(200),
  /** What was said of each seam, with where its knot really lay, in half windows from balance. */
  judged: z
    .array(z.strictObject({ z: z.number().min(-50).max(50), grade: z.enum(SEAM_GRADES) }))
    .max(200)
    .default([]),
  finishedAt: Instant,
});
export type PracticeRunInput = z.infer<typeof PracticeRunInput>;

export const PracticeRun = PracticeRunInput.omit({ judged: true }).extend({ id: Id, scenarioId: z.string() });
export type PracticeRun = z.infer<typeof PracticeRun>;
