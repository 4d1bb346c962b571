import * as z from 'zod';
import { Id, Name } from '../shared/index.js';

export const SearchQuery = z.strictObject({ q: z.string().trim().min(1).max(60) });

/** Machines and set-ups whose name or number holds what was typed, best first, at most eight of each. */
export const SearchResult = z.object({
  machines: z.array(z.object({ id: Id, shopNumber: z.int(), name: Name, zoneName: Name })),
  setups: z.array(z.object({ id: Id, name: Name, machineName: Name })),
});
export type SearchResult = z.infer<typeof SearchResult>;
