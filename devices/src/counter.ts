import { connect } from 'mqtt';
import { topicOf, type CounterMessage } from '@gantelet/contracts';
import { sewing } from './sewing.js';
import type { BrokerPlace, StandInCard } from './stand-in.js';

const EVERY_MS = 10_000;
const RETRY_MS = 2000;

/**
 * Runs the stand-in of a stitch counter until it is stopped. Counts that were not acknowledged are queued and sent
 * again when the broker is back. Returns a function that stops it.
 */
export function runCounter(
  { id, token }: StandInCard<'counter'>,
  { host, port }: BrokerPlace,
  random: () => number,
): () => void {
  const client = connect({
    host,
    port,
    clientId: id,
    username: id,
    password: token,
    reconnectPeriod: RETRY_MS,
    reconnectOnConnackError: true,
  });
  client.on('error', () => undefined);
  const count = sewing(random);
  const boot = Math.floor(random() * 2 ** 32);
  let seq = 0;
  let lastMs = Date.now();
  const send = (): void => {
    const nowMs = Date.now();
    const message: CounterMessage = {
      boot,
      seq: seq++,
      sentAt: new Date(nowMs).toISOString(),
      ...count(nowMs - lastMs),
    };
    lastMs = nowMs;
    client.publish(topicOf(id, 'count'), JSON.stringify(message), { qos: 1 });
  };
  send();
  const ticking = setInterval(send, EVERY_MS);
  return () => {
    clearInterval(ticking);
    client.end(true);
  };
}
