import { Safekeeping, SafekeepingRule } from '../safekeeping/index.js';
import { reads, writes } from './route.js';

/** Backups, and whether they can be restored. */
export const safekeepingRoutes = {
  readSafekeeping: reads({
    id: 'readSafekeeping',
    path: '/api/safekeeping',
    summary: 'When the last backup was made and the last restore tried, and whether either is due',
    permission: 'lead',
    reply: Safekeeping,
  }),
  reviseSafekeepingRule: writes({
    id: 'reviseSafekeepingRule',
    method: 'PUT',
    path: '/api/safekeeping/rule',
    summary: 'Choose how old the newest backup and the last restore drill may become',
    permission: 'lead',
    body: SafekeepingRule,
    reply: Safekeeping,
    errors: ['version.stale'],
  }),
} as const;
