import * as z from 'zod';
import { Instant } from '../shared/index.js';

/** The last backup known to be complete, and whether the next one is due. */
export const LastBackup = z.object({
  /** Null if none was made. */
  madeAt: Instant.nullable(),
  /** Encrypted with a key: whoever finds it can read nothing. */
  sealed: z.boolean(),
  /** Whether the next one is due; never in the demo. */
  due: z.boolean(),
});
export type LastBackup = z.infer<typeof LastBackup>;
