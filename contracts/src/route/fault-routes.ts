import * as z from 'zod';
import { FaultCaseInput, LoggedFaultCase } from '../fault/index.js';
import { reads, writes } from './route.js';

/** Faults that were followed to an end: what the finder learns from. */
export const faultRoutes = {
  listFaultCases: reads({
    id: 'listFaultCases',
    path: '/api/fault-cases',
    summary: 'The latest faults that were followed to an end, the newest first',
    permission: 'operator',
    reply: z.array(LoggedFaultCase),
  }),
  logFaultCase: writes({
    id: 'logFaultCase',
    method: 'POST',
    path: '/api/fault-cases',
    summary: 'Log a fault that was mended, handed over or put aside',
    permission: 'operator',
    body: FaultCaseInput,
    reply: LoggedFaultCase,
    errors: ['machine.unknown', 'time.outside'],
  }),
} as const;
