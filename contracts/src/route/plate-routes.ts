import * as z from 'zod';
import { PlateChange, PlateEntry, PlateView } from '../plate/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

/** Shared plates and feed dogs. */
export const plateRoutes = {
  listPlates: reads({
    id: 'listPlates',
    path: '/api/plates',
    summary: 'Shared plates and feed dogs, by hole',
    permission: 'operator',
    reply: z.array(PlateView),
  }),
  addPlate: writes({
    id: 'addPlate',
    method: 'POST',
    path: '/api/plates',
    summary: 'Add a shared plate',
    permission: 'mechanic',
    body: PlateEntry,
    reply: z.array(PlateView),
    errors: ['plate.mark-taken', 'machine.unknown'],
  }),
  changePlate: writes({
    id: 'changePlate',
    method: 'PUT',
    path: '/api/plates/:plateId',
    summary: 'Revise a shared plate, or remove it',
    permission: 'mechanic',
    params: z.strictObject({ plateId: Id }),
    body: PlateChange,
    reply: z.array(PlateView),
    errors: ['plate.unknown', 'plate.mark-taken', 'machine.unknown', 'version.stale'],
  }),
} as const;
