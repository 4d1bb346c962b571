import { ProblemError, routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, stream, write, type Handled } from '../../http/handle.js';
import { openIntake } from '../counter/index.js';
import type { DeviceLine } from './device-line.js';
import { askStandIn, readDevice, revokeDevice } from './device.service.js';
import { findDevices, insertDevice } from './device.store.js';

export function deviceRoutes(database: Database, line: DeviceLine, now: () => Date): readonly Handled[] {
  const intake = openIntake(database, now);
  return [
    answer(routes.listDevices, () => findDevices(database)),
    write(routes.registerDevice, ({ key, body, person }, tx) =>
      insertDevice(database, key, body, person, now(), tx),
    ),
    write(routes.revokeDevice, ({ params }, tx) => revokeDevice(database, params.deviceId, now(), tx)),
    write(routes.askStandIn, ({ params, body }, tx) =>
      askStandIn(database, line, params.deviceId, body.ask, tx),
    ),
    answer(routes.sendCounts, async ({ params: { deviceId }, body: { counts } }) => {
      const device = await readDevice(database, deviceId);
      if (device.kind !== 'counter') throw new ProblemError('device.not-counter', { name: device.name });
      await Promise.all(counts.map((message) => intake({ deviceId, message })));
      return { kept: counts.length };
    }),
    stream(routes.watchDevice, async ({ params }) => {
      const { id } = await readDevice(database, params.deviceId);
      return (send) => line.watch(id, send);
    }),
  ];
}
