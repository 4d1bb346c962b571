import * as z from 'zod';
import {
  MachineService,
  ServiceDue,
  ServiceEntry,
  ServiceKindChange,
  ServiceKindEntry,
  ServiceKindView,
} from '../service/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofMachine = z.strictObject({ machineId: Id });

/** Maintenance of machines, apart from their needles. */
export const serviceRoutes = {
  listServiceKinds: reads({
    id: 'listServiceKinds',
    path: '/api/service-kinds',
    summary: 'The kinds of service that the shop has added',
    permission: 'operator',
    reply: z.array(ServiceKindView),
  }),
  addServiceKind: writes({
    id: 'addServiceKind',
    method: 'POST',
    path: '/api/service-kinds',
    summary: 'Add a kind of service, by running hours, days or events',
    permission: 'lead',
    body: ServiceKindEntry,
    reply: z.array(ServiceKindView),
    errors: ['service.name-taken'],
  }),
  changeServiceKind: writes({
    id: 'changeServiceKind',
    method: 'PUT',
    path: '/api/service-kinds/:kindId',
    summary: 'Revise a kind of service, or remove it',
    permission: 'lead',
    params: z.strictObject({ kindId: Id }),
    body: ServiceKindChange,
    reply: z.array(ServiceKindView),
    errors: ['service.unknown', 'service.name-taken', 'version.stale'],
  }),
  listServicesDue: reads({
    id: 'listServicesDue',
    path: '/api/services-due',
    summary: 'Due services, most overdue first',
    permission: 'operator',
    forSystems: true,
    reply: z.array(ServiceDue),
  }),
  readServices: reads({
    id: 'readServices',
    path: '/api/machines/:machineId/services',
    summary: "The state of a machine's services, by running hours, days and events",
    permission: 'operator',
    params: ofMachine,
    reply: z.array(MachineService),
    errors: ['machine.unknown'],
  }),
  logService: writes({
    id: 'logService',
    method: 'POST',
    path: '/api/machines/:machineId/services',
    summary: 'Log a service of a machine',
    permission: 'operator',
    params: ofMachine,
    body: ServiceEntry,
    reply: z.array(MachineService),
    errors: ['machine.unknown', 'service.unknown', 'time.outside'],
  }),
} as const;
