import * as z from 'zod';
import { FaultCaseInput, FaultFacts, LoggedFaultCase } from '../fault/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

/** Faults traced to the end, which the finder learns from. */
export const faultRoutes = {
  listFaultCases: reads({
    id: 'listFaultCases',
    path: '/api/fault-cases',
    summary: 'The latest faults traced to the end, newest first',
    permission: 'operator',
    reply: z.array(LoggedFaultCase),
  }),
  readFaultFacts: reads({
    id: 'readFaultFacts',
    path: '/api/machines/:machineId/fault-facts',
    summary: 'What the logs say about a machine that may have caused a fault',
    permission: 'operator',
    params: z.strictObject({ machineId: Id }),
    reply: FaultFacts,
    errors: ['machine.unknown'],
  }),
  logFaultCase: writes({
    id: 'logFaultCase',
    method: 'POST',
    path: '/api/fault-cases',
    summary: 'Log a fault that was fixed, handed over or set aside',
    permission: 'operator',
    body: FaultCaseInput,
    reply: LoggedFaultCase,
    errors: ['machine.unknown', 'time.outside'],
  }),
} as const;
