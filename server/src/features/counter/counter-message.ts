import sparkplug from 'sparkplug-payload';
import { CounterMessage, DEVICE_MESSAGE_LIMIT, readSparkplugTopic, readTopic } from '@gantelet/contracts';
import { jsonOf } from '../../text/json-of.js';
import type { CounterArrival } from './counter.store.js';

const sparkplugB = sparkplug.get('spBv1.0')!;

/** The counter that a counts topic belongs to, in our own format or Sparkplug B; null for any other topic. */
export function counterOfTopic(topic: string): string | null {
  const own = readTopic(topic);
  if (own) return own.channel === 'count' ? own.deviceId : null;
  const coded = readSparkplugTopic(topic);
  return coded && coded.type !== 'NDEATH' ? coded.deviceId : null;
}

/** Decodes a counter's MQTT message, in our own format or Sparkplug B; null when it is not a valid count. */
export function readCounterMessage(topic: string, payload: Buffer): CounterArrival | null {
  const deviceId = counterOfTopic(topic);
  if (deviceId === null || payload.length > DEVICE_MESSAGE_LIMIT) return null;
  const said = readTopic(topic) ? jsonOf(payload) : sparkplugOf(payload);
  const message = CounterMessage.safeParse(said);
  return message.success ? { deviceId, message: message.data } : null;
}

/**
 * The metrics of a Sparkplug B payload that make up a count, under the names of our own format; its timestamp is when
 * it was sent.
 */
function sparkplugOf(payload: Buffer): unknown {
  try {
    const { metrics, timestamp } = sparkplugB.decodePayload(payload);
    const valueOf = (name: string): number => Number(metrics?.find((one) => one.name === name)?.value ?? NaN);
    return {
      boot: valueOf('boot'),
      seq: valueOf('seq'),
      sentAt: new Date(Number(timestamp)).toISOString(),
      stitches: valueOf('stitches'),
      motorMs: valueOf('motorMs'),
    };
  } catch {
    return undefined;
  }
}
