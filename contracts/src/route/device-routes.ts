import * as z from 'zod';
import { CounterMessage, Device, DeviceEntry, DeviceEvent, StandInAsk } from '../device/index.js';
import { Id } from '../shared/index.js';
import { Nothing, reads, streams, writes } from './route.js';

const ofDevice = z.strictObject({ deviceId: Id });

/** Gauges and scales. */
export const deviceRoutes = {
  listDevices: reads({
    id: 'listDevices',
    path: '/api/devices',
    summary: 'Gauges and scales, by name',
    permission: 'operator',
    reply: z.array(Device),
  }),
  registerDevice: writes({
    id: 'registerDevice',
    method: 'POST',
    path: '/api/devices',
    summary: 'Register a device with its token; its id is the key it is sent with',
    permission: 'lead',
    body: DeviceEntry,
    reply: Device,
  }),
  revokeDevice: writes({
    id: 'revokeDevice',
    method: 'POST',
    path: '/api/devices/:deviceId/revocation',
    summary: 'Block a device',
    permission: 'lead',
    params: ofDevice,
    body: Nothing,
    reply: Device,
    errors: ['device.unknown'],
  }),
  sendCounts: writes({
    id: 'sendCounts',
    method: 'POST',
    path: '/api/devices/:deviceId/counts',
    summary: 'What a stitch counter has counted; sent twice it is stored once',
    permission: 'device',
    keyed: false,
    params: ofDevice,
    body: z.strictObject({ counts: z.array(CounterMessage).min(1).max(500) }),
    reply: z.object({ kept: z.int() }),
    errors: ['device.token', 'device.not-counter'],
  }),
  watchDevice: streams({
    id: 'watchDevice',
    path: '/api/devices/:deviceId/live',
    summary: 'What a device shows, live',
    permission: 'mechanic',
    params: ofDevice,
    reply: DeviceEvent,
    errors: ['device.unknown'],
  }),
  askStandIn: writes({
    id: 'askStandIn',
    method: 'POST',
    path: '/api/devices/:deviceId/stand-in-asks',
    summary: 'Make a stand-in do what a hand would do with the real device',
    permission: 'mechanic',
    params: ofDevice,
    body: z.strictObject({ ask: StandInAsk }),
    reply: Device,
    errors: ['device.unknown', 'device.no-stand-in', 'device.line-down'],
  }),
} as const;
