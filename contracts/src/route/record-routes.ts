import * as z from 'zod';
import { ExportFile, Withdrawal } from '../record/index.js';
import { Id } from '../shared/index.js';
import { downloads, writes } from './route.js';

/** Actions on records after they were made. */
export const recordRoutes = {
  withdrawEntry: writes({
    id: 'withdrawEntry',
    method: 'POST',
    path: '/api/withdrawals',
    summary: 'Withdraw an entry logged by mistake: by the person who logged it, or a mechanic',
    permission: 'operator',
    body: Withdrawal,
    reply: z.object({ id: Id }),
    errors: ['entry.unknown', 'entry.withdrawn', 'entry.others'],
  }),
  exportBundle: downloads({
    id: 'exportBundle',
    path: '/api/export/bundle.json',
    summary: 'Everything the shop owns in one file from which another works can be started; no secrets',
    permission: 'lead',
    mediaType: 'application/json',
  }),
  exportBundleSchema: downloads({
    id: 'exportBundleSchema',
    path: '/api/export/bundle.schema.json',
    summary: 'JSON Schema of that file, with the columns of every table',
    permission: 'lead',
    mediaType: 'application/schema+json',
  }),
  exportRecords: downloads({
    id: 'exportRecords',
    path: '/api/export/:file',
    summary: 'All of one table of records as CSV (RFC 4180), times in UTC; no secrets',
    permission: 'lead',
    params: ExportFile,
    mediaType: 'text/csv',
  }),
} as const;
