import * as z from 'zod';
import { DROP_TESTS } from '@gantelet/core';
import { Id } from '../shared/index.js';

/** The bobbin case of a machine as its log leaves it. */
export const BobbinCaseView = z.object({
  machineId: Id,
  /** Tex it was last set for; null when nobody ever set it. */
  setForTex: z.number().positive().nullable(),
  /** Turns of the screw since then, tighter positive. */
  screwTurns: z.number(),
  /** The last drop test that the screw was not turned after, with its thread. */
  drop: z.object({ tex: z.number().positive(), outcome: z.enum(DROP_TESTS) }).nullable(),
});
export type BobbinCaseView = z.infer<typeof BobbinCaseView>;
