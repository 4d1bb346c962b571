import { routes } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';
import { answer, stream, write, type Handled } from '../../http/handle.js';
import type { DeviceLine } from './device-line.js';
import { askStandIn, readDevice, revokeDevice } from './device.service.js';
import { findDevices, insertDevice } from './device.store.js';

export function deviceRoutes(database: Database, line: DeviceLine, now: () => Date): readonly Handled[] {
  return [
    answer(routes.listDevices, () => findDevices(database)),
    write(routes.registerDevice, ({ key, body, person }, tx) =>
      insertDevice(database, key, body, person, now(), tx),
    ),
    write(routes.revokeDevice, ({ params }, tx) => revokeDevice(database, params.deviceId, now(), tx)),
    write(routes.askStandIn, ({ params, body }, tx) =>
      askStandIn(database, line, params.deviceId, body.ask, tx),
    ),
    stream(routes.watchDevice, async ({ params }) => {
      const { id } = await readDevice(database, params.deviceId);
      return (send) => line.watch(id, send);
    }),
  ];
}
