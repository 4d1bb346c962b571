import { randomNormal } from 'd3-random';
import { runStandIn, type StandInCard } from './stand-in.js';

/** Runs the stand-ins it is told of, until told to stop or its parent is gone. */
const cards = JSON.parse(process.env['GANTELET_STAND_INS'] ?? '[]') as StandInCard[];
const broker = {
  host: process.env['GANTELET_MQTT_HOST'] ?? '127.0.0.1',
  port: Number(process.env['GANTELET_MQTT_PORT']),
};
const stops = cards.map((card) => runStandIn(card, broker, randomNormal()));

for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) {
  process.once(signal, () => {
    for (const stop of stops) stop();
    setTimeout(() => process.exit(), 200);
  });
}
