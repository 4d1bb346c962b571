import * as z from 'zod';
import { LoggedPullTest, PullTestEntry } from '../pull-test/index.js';
import { reads, writes } from './route.js';

/** Seams pulled to failure. */
export const pullTestRoutes = {
  listPullTests: reads({
    id: 'listPullTests',
    path: '/api/pull-tests',
    summary: 'Pull tests that were not withdrawn, newest first',
    permission: 'operator',
    reply: z.array(LoggedPullTest),
  }),
  logPullTest: writes({
    id: 'logPullTest',
    method: 'POST',
    path: '/api/pull-tests',
    summary: "Log a pull test of a set-up's seam, with what gave way",
    permission: 'operator',
    body: PullTestEntry,
    reply: LoggedPullTest,
    errors: ['setup.unknown', 'time.outside'],
  }),
} as const;
