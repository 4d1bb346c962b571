import * as z from 'zod';
import { Instant } from '../shared/index.js';

/** The last backup that is known to be whole, and whether it is time for another. */
export const LastBackup = z.object({
  /** Null when none was made. */
  madeAt: Instant.nullable(),
  /** Sealed with a key: whoever finds it reads nothing. */
  sealed: z.boolean(),
  /** Time for another one; never in the demo. */
  due: z.boolean(),
});
export type LastBackup = z.infer<typeof LastBackup>;
