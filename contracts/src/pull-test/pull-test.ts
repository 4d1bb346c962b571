import * as z from 'zod';
import { BREAKS } from '@gantelet/core';
import { Id, Instant, Line, Name } from '../shared/index.js';

/** A set-up's seam that was pulled to failure. */
export const PullTestEntry = z
  .strictObject({
    setupId: Id,
    broke: z.enum(BREAKS),
    /** Null if nobody measured it. */
    forceN: z.number().positive().max(100_000).nullable(),
    /** Length of seam that was pulled; given whenever the force is. */
    widthMm: z.number().min(1).max(1000).nullable(),
    note: Line(200),
    testedAt: Instant,
  })
  .refine(({ forceN, widthMm }) => forceN === null || widthMm !== null, {
    path: ['widthMm'],
    error: 'the length of seam that was pulled, where the force is said',
  });
export type PullTestEntry = z.infer<typeof PullTestEntry>;

export const LoggedPullTest = PullTestEntry.safeExtend({ id: Id, testedBy: Name });
export type LoggedPullTest = z.infer<typeof LoggedPullTest>;
