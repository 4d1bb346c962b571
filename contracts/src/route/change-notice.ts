import * as z from 'zod';
import { ContentVersion } from '../shared/index.js';

/** What a stream sends at its start and whenever something changes: the version that can now be read. */
export const ChangeNotice = z.object({ version: ContentVersion });
export type ChangeNotice = z.infer<typeof ChangeNotice>;
