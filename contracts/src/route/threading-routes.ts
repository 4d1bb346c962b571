import * as z from 'zod';
import { Id } from '../shared/index.js';
import { ThreadingCard, ThreadingCardEntry } from '../threading/index.js';
import { reads, writes } from './route.js';

const ofMachine = z.strictObject({ machineId: Id });

/** How machines are threaded and their bobbins wound. */
export const threadingRoutes = {
  listThreadingCards: reads({
    id: 'listThreadingCards',
    path: '/api/threading-cards',
    summary: 'All threading cards',
    permission: 'operator',
    reply: z.array(ThreadingCard),
  }),
  writeThreadingCard: writes({
    id: 'writeThreadingCard',
    method: 'PUT',
    path: '/api/machines/:machineId/threading-card',
    summary: 'Save how a machine is threaded and its bobbins are wound; version 0 if there is no card yet',
    permission: 'mechanic',
    params: ofMachine,
    body: ThreadingCardEntry,
    reply: ThreadingCard,
    errors: ['machine.unknown', 'machine.retired', 'version.stale'],
  }),
} as const;
