import * as z from 'zod';
import { HookCheck, HookCheckEntry } from '../hook/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofMachine = z.strictObject({ machineId: Id });

/** Timing and clearance of hooks. */
export const hookRoutes = {
  listHookChecks: reads({
    id: 'listHookChecks',
    path: '/api/machines/:machineId/hook-checks',
    summary: "A machine's hook checks that were not withdrawn, newest first",
    permission: 'operator',
    params: ofMachine,
    reply: z.array(HookCheck),
    errors: ['machine.unknown'],
  }),
  logHookCheck: writes({
    id: 'logHookCheck',
    method: 'POST',
    path: '/api/machines/:machineId/hook-checks',
    summary: 'Log a hook check of a machine, as found or as set',
    permission: 'mechanic',
    params: ofMachine,
    body: HookCheckEntry,
    reply: z.array(HookCheck),
    errors: ['machine.unknown', 'time.outside'],
  }),
} as const;
