import * as z from 'zod';
import { ContentVersion } from '../shared/index.js';

/** What a stream sends when it begins and whenever something has changed: the version that can be read now. */
export const ChangeNotice = z.object({ version: ContentVersion });
export type ChangeNotice = z.infer<typeof ChangeNotice>;
