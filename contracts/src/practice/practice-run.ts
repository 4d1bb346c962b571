import * as z from 'zod';
import { PRACTICE_SCENARIOS } from '@gantelet/core';
import { Id, Instant } from '../shared/index.js';

/** A practice scenario brought to its end. */
export const PracticeRunInput = z.strictObject({
  scenarioId: z
    .string()
    .max(40)
    .refine((id) => PRACTICE_SCENARIOS.some((one) => one.id === id), {
      error: `not a scenario (${PRACTICE_SCENARIOS.map(({ id }) => id).join(', ')})`,
    }),
  /** Test seams it took. */
  seams: z.int().min(1).max(200),
  finishedAt: Instant,
});
export type PracticeRunInput = z.infer<typeof PracticeRunInput>;

export const PracticeRun = PracticeRunInput.extend({ id: Id, scenarioId: z.string() });
export type PracticeRun = z.infer<typeof PracticeRun>;
