import * as z from 'zod';
import { Id, Instant } from '../shared/index.js';

/** A spot check: whether a machine's needle was running. */
export const SpotCheck = z.strictObject({ machineId: Id, sewing: z.boolean(), checkedAt: Instant });
export type SpotCheck = z.infer<typeof SpotCheck>;

/** Pieces sewn on a machine during a period. */
export const PiecesEntry = z
  .strictObject({
    pieces: z.int().min(1).max(100_000),
    stitchesPerPiece: z.int().min(1).max(1_000_000),
    from: Instant,
    to: Instant,
  })
  .refine(({ from, to }) => from < to, { path: ['to'], error: 'after the start' })
  .refine(({ from, to }) => Date.parse(to) - Date.parse(from) <= 31 * 24 * 3_600_000, {
    path: ['from'],
    error: 'a month before the end at the most',
  });
export type PiecesEntry = z.infer<typeof PiecesEntry>;
