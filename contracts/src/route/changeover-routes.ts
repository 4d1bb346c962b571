import * as z from 'zod';
import { Changeover, ChangeoverBegin, ChangeoverEnd, StepTiming, TickInput } from '../changeover/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofMachine = z.strictObject({ machineId: Id });
const ofChangeover = z.strictObject({ machineId: Id, changeoverId: Id });

/** Changeovers: started, ticked off step by step, and ended. */
export const changeoverRoutes = {
  beginChangeover: writes({
    id: 'beginChangeover',
    method: 'POST',
    path: '/api/machines/:machineId/changeovers',
    summary: 'Start a changeover of a machine to a set-up; its id is the key it is sent with',
    permission: 'mechanic',
    params: ofMachine,
    body: ChangeoverBegin,
    reply: Changeover,
    errors: [
      'machine.unknown',
      'setup.unknown',
      'setup.other-machine',
      'changeover.under-way',
      'changeover.nothing',
      'time.outside',
    ],
  }),
  readChangeover: reads({
    id: 'readChangeover',
    path: '/api/changeovers/:changeoverId',
    summary: 'One changeover',
    permission: 'operator',
    params: z.strictObject({ changeoverId: Id }),
    reply: Changeover,
    errors: ['changeover.unknown'],
  }),
  listChangeovers: reads({
    id: 'listChangeovers',
    path: '/api/machines/:machineId/changeovers',
    summary: 'The latest changeovers of a machine, newest first',
    permission: 'operator',
    params: ofMachine,
    reply: z.array(Changeover),
  }),
  tickStep: writes({
    id: 'tickStep',
    method: 'POST',
    path: '/api/machines/:machineId/changeovers/:changeoverId/ticks',
    summary: 'Tick a step off, skip it, or reopen it; what the step implies is logged with it',
    permission: 'mechanic',
    params: ofChangeover,
    body: TickInput,
    reply: Changeover,
    errors: [
      'changeover.unknown',
      'changeover.ended',
      'changeover.no-step',
      'changeover.step-done',
      'changeover.needle-unlogged',
      'machine.unknown',
      'needle.moved-on',
      'needle.wrong-clamp',
      'lot.unknown',
      'lot.quarantined',
      'pocket.taken',
      'part-used.gone',
      'part-used.other',
      'change.not-last',
      'change.too-late',
      'change.cleared',
      'time.outside',
    ],
  }),
  endChangeover: writes({
    id: 'endChangeover',
    method: 'POST',
    path: '/api/machines/:machineId/changeovers/:changeoverId/end',
    summary: 'Finish a changeover, set it aside with a reason, or cancel it',
    permission: 'mechanic',
    params: ofChangeover,
    body: ChangeoverEnd,
    reply: Changeover,
    errors: [
      'changeover.unknown',
      'changeover.ended',
      'changeover.open-steps',
      'changeover.has-ticks',
      'time.outside',
    ],
  }),
  listStepTimings: reads({
    id: 'listStepTimings',
    path: '/api/step-timings',
    summary: "The minutes of each step in the shop's own changeovers",
    permission: 'operator',
    reply: z.array(StepTiming),
  }),
} as const;
