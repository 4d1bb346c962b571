import * as z from 'zod';
import { Safekeeping, SafekeepingRule } from '../safekeeping/index.js';
import { Id } from '../shared/index.js';
import { Nothing, reads, writes } from './route.js';

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
  liftLock: writes({
    id: 'liftLock',
    method: 'POST',
    path: '/api/safekeeping/locks/:personId/lifting',
    summary: 'Let somebody try again whose PIN or sign-in is locked after wrong attempts',
    permission: 'lead',
    params: z.strictObject({ personId: Id }),
    body: Nothing,
    reply: Safekeeping,
    errors: ['person.unknown'],
  }),
} as const;
