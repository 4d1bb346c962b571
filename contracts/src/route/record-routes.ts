import * as z from 'zod';
import { Withdrawal } from '../record/index.js';
import { Id } from '../shared/index.js';
import { writes } from './route.js';

/** What is done to records after they were made. */
export const recordRoutes = {
  withdrawEntry: writes({
    id: 'withdrawEntry',
    method: 'POST',
    path: '/api/withdrawals',
    summary: 'Take back an entry that was logged wrongly: whoever logged it, or a mechanic',
    permission: 'operator',
    body: Withdrawal,
    reply: z.object({ id: Id }),
    errors: ['entry.unknown', 'entry.withdrawn', 'entry.others'],
  }),
} as const;
