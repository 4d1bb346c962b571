import * as z from 'zod';
import { Id, Name } from '../shared/index.js';
import { ROLES } from '../shop/index.js';

export const SearchQuery = z.strictObject({ q: z.string().trim().min(1).max(60) });

/** What contains the typed text in its name, number or code, best match first, at most eight of each kind. */
export const SearchResult = z.object({
  machines: z.array(z.object({ id: Id, shopNumber: z.int(), name: Name, zoneName: Name })),
  setups: z.array(z.object({ id: Id, name: Name, machineName: Name })),
  lots: z.array(z.object({ id: Id, code: z.string(), systemId: z.string(), nm: z.number() })),
  people: z.array(z.object({ id: Id, name: Name, role: z.enum(ROLES) })),
});
export type SearchResult = z.infer<typeof SearchResult>;
