import * as z from 'zod';
import { JUDGE_KINDS } from '@gantelet/core';
import { Name } from '../shared/index.js';

/** How a person reads seams, learned from practice and from measured knots. */
export const SeamJudge = z.object({
  name: Name,
  /** Seams whose true state was known. */
  known: z.int().min(0),
  /** How likely the person is each kind of judge; adds up to one. */
  weights: z.record(z.enum(JUDGE_KINDS), z.number().min(0).max(1)),
});
export type SeamJudge = z.infer<typeof SeamJudge>;
