import * as z from 'zod';
import { Instant } from '../shared/index.js';

/** What a stream sends when something is to be read again. */
export const ChangeNotice = z.object({ changedAt: Instant });
export type ChangeNotice = z.infer<typeof ChangeNotice>;
