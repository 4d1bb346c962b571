import { randomNormal, randomUniform } from 'd3-random';
import type { DeviceKind } from '@gantelet/contracts';
import { runCounter } from './counter.js';
import { runStandIn, type StandInCard } from './stand-in.js';

/** Runs the stand-ins it is given, until told to stop or its parent is gone. */
const cards = JSON.parse(process.env['GANTELET_STAND_INS'] ?? '[]') as StandInCard<DeviceKind>[];
const broker = {
  host: process.env['GANTELET_MQTT_HOST'] ?? '127.0.0.1',
  port: Number(process.env['GANTELET_MQTT_PORT']),
};
const stops = cards.map(({ id, kind, token }) =>
  kind === 'counter'
    ? runCounter({ id, kind, token }, broker, randomUniform())
    : kind === 'tablet' || kind === 'system'
      ? () => undefined
      : runStandIn({ id, kind, token }, broker, randomNormal()),
);

for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) {
  process.once(signal, () => {
    for (const stop of stops) stop();
    setTimeout(() => process.exit(), 200);
  });
}
