import * as z from 'zod';
import {
  LotDecision,
  NeedleCheck,
  NeedleCheckInput,
  NeedleLot,
  NeedleLotEntry,
  NeedlePhoto,
  NewNeedleLot,
} from '../needle/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofLot = z.strictObject({ lotId: Id });

/** Needles before they are used: their lots, and checks of single ones. */
export const needleRoutes = {
  listLots: reads({
    id: 'listLots',
    path: '/api/lots',
    summary: 'All needle lots, newest first',
    permission: 'operator',
    forSystems: true,
    reply: z.array(NeedleLot),
  }),
  registerLot: writes({
    id: 'registerLot',
    method: 'POST',
    path: '/api/lots',
    summary: 'Register a lot of needles; its id is the key it is sent with',
    permission: 'mechanic',
    body: NewNeedleLot,
    reply: NeedleLot,
    errors: ['lot.code-taken'],
  }),
  reviseLot: writes({
    id: 'reviseLot',
    method: 'PUT',
    path: '/api/lots/:lotId',
    summary: "Correct a lot's details; its kind only before one of its needles was installed",
    permission: 'mechanic',
    params: ofLot,
    body: NeedleLotEntry,
    reply: NeedleLot,
    errors: ['lot.unknown', 'lot.code-taken', 'lot.in-use'],
  }),
  decideLot: writes({
    id: 'decideLot',
    method: 'PUT',
    path: '/api/lots/:lotId/state',
    summary: 'Accept a lot, keep it out of machines, or have it checked',
    permission: 'mechanic',
    params: ofLot,
    body: LotDecision,
    reply: NeedleLot,
    errors: ['lot.unknown'],
  }),
  logNeedleCheck: writes({
    id: 'logNeedleCheck',
    method: 'POST',
    path: '/api/needle-checks',
    summary: 'Log a needle check; the sample of its lot may decide on the lot',
    permission: 'operator',
    body: NeedleCheckInput,
    reply: NeedleCheck,
    errors: ['lot.unknown', 'time.outside'],
  }),
  readNeedlePhoto: reads({
    id: 'readNeedlePhoto',
    path: '/api/needle-checks/:checkId/photo',
    summary: 'The photo taken during a check',
    permission: 'operator',
    params: z.strictObject({ checkId: Id }),
    reply: z.object({ photo: NeedlePhoto }),
    errors: ['entry.unknown'],
  }),
  listNeedleChecks: reads({
    id: 'listNeedleChecks',
    path: '/api/needle-checks',
    summary: 'The latest needle checks, newest first; or those of one lot',
    permission: 'operator',
    query: z.strictObject({ lotId: Id.optional() }),
    reply: z.array(NeedleCheck),
  }),
} as const;
