import * as z from 'zod';
import { DROP_TESTS, SEAM_GRADES } from '@gantelet/core';
import { Id, Instant, Name } from '../shared/index.js';
import { Machine } from '../floor/index.js';
import { Setup } from '../match/index.js';

/** A test seam as it was sewn and judged on both faces. */
export const TestSeamInput = z.strictObject({
  turns: z.number().min(0).max(30).multipleOf(0.125),
  grade: z.enum(SEAM_GRADES),
  bothTight: z.boolean(),
  bobbinDrop: z.enum(DROP_TESTS).nullable(),
  sewnAt: Instant,
});
export type TestSeamInput = z.infer<typeof TestSeamInput>;

export const LoggedSeam = TestSeamInput.extend({ id: Id, sewnBy: Name });
export type LoggedSeam = z.infer<typeof LoggedSeam>;

/** The last balanced top setting of a set-up. */
export const BalancedSetting = z.object({ setupId: Id, turns: z.number().min(0), sewnAt: Instant });
export type BalancedSetting = z.infer<typeof BalancedSetting>;

/** Everything the Tension room works from for one set-up. */
export const TensionView = z.object({
  setup: Setup,
  machine: Machine,
  /** Oldest first. */
  seams: z.array(LoggedSeam),
  /** Last balanced setting of each other set-up on this machine. */
  logged: z.array(
    z.object({
      setupId: Id,
      name: Name,
      threadDiameterMm: z.number().positive(),
      stackMm: z.number().positive(),
      turns: z.number().min(0),
    }),
  ),
});
export type TensionView = z.infer<typeof TensionView>;
