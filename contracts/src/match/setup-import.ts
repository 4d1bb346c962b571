import * as z from 'zod';
import { FieldProblem } from '../problem/index.js';
import { Id, Name } from '../shared/index.js';

/** Rows of a file of set-up cards, as read: each is checked separately. */
export const SetupImport = z.strictObject({ cards: z.array(z.unknown()).min(1).max(500) });
export type SetupImport = z.infer<typeof SetupImport>;

/** The result for each row: good rows are in, bad ones are returned with what is wrong. Rows count from 0. */
export const SetupImportResult = z.object({
  kept: z.array(z.object({ row: z.int(), setupId: Id, name: Name })),
  refused: z.array(z.object({ row: z.int(), fields: z.array(FieldProblem).min(1) })),
});
export type SetupImportResult = z.infer<typeof SetupImportResult>;
