import * as z from 'zod';
import { Instant, Name } from '../shared/index.js';

/** Numbers as they are; timestamps as `YYYY-MM-DD HH:MM:SS.ffffff` in UTC; pictures in base64 (RFC 4648). */
const Cell = z.union([z.string(), z.number(), z.null()]);

/** Everything a shop owns, table by table, without credentials: another works can be started from it. */
export const RecordBundle = z.object({
  format: z.literal('gantelet-records'),
  version: z.literal(1),
  madeAt: Instant,
  works: Name,
  /** The schema version of the tables. */
  schema: z.string(),
  tables: z.record(z.string().regex(/^[a-z_]+$/), z.array(z.record(z.string().regex(/^[a-z_0-9]+$/), Cell))),
});
export type RecordBundle = z.infer<typeof RecordBundle>;
