import { connect, type MqttClient } from 'mqtt';
import {
  DeviceReading,
  DeviceStatus,
  ProblemError,
  readTopic,
  topicOf,
  type DeviceEvent,
  type StandInAsk,
  newId,
} from '@gantelet/contracts';
import { jsonOf } from '../../text/json-of.js';
import type { BrokerConfig } from '../../config.js';

/** Client id of a server instance at the broker. */
export const SERVER_USER = 'server';

/** A server instance's connection to the devices, over the broker. It stores nothing it hears. */
export interface DeviceLine {
  /** Passes on what a device sends from now on. Returns a function that stops it. */
  watch(deviceId: string, hear: (event: DeviceEvent) => void): () => void;
  /** @throws ProblemError `device.line-down` */
  ask(deviceId: string, ask: StandInAsk): Promise<void>;
  stop(): void;
}

const LINE_DOWN: DeviceStatus = { state: 'line-down' };
const RETRY_MS = 1000;
const ASK_LIMIT_MS = 2000;

/** Opens the connection, and reopens it whenever it breaks. Without a broker no device can be reached. */
export function openDeviceLine(config: BrokerConfig | null): DeviceLine {
  if (!config) {
    return {
      watch: (_, hear) => {
        hear(LINE_DOWN);
        return () => undefined;
      },
      ask: () => Promise.reject(new ProblemError('device.line-down')),
      stop: () => undefined,
    };
  }
  const client = connect(config.url, {
    clientId: `${SERVER_USER}-${newId()}`,
    username: SERVER_USER,
    password: config.secret,
    reconnectPeriod: RETRY_MS,
    reconnectOnConnackError: true,
    queueQoSZero: false,
    resubscribe: false,
  });
  return lineOver(client);
}

function lineOver(client: MqttClient): DeviceLine {
  const listeners = new Map<string, Set<(event: DeviceEvent) => void>>();
  const tellAll = (event: DeviceEvent): void => {
    for (const hearers of listeners.values()) for (const hear of hearers) hear(event);
  };
  // A broker that is down is not our error: the client retries, and watchers are told.
  client.on('error', () => undefined);
  client.on('close', () => {
    tellAll(LINE_DOWN);
  });
  client.on('connect', () => {
    for (const deviceId of listeners.keys()) subscribe(deviceId);
  });
  client.on('message', (topic, payload) => {
    const { deviceId, channel } = readTopic(topic) ?? {};
    const hearers = deviceId === undefined ? undefined : listeners.get(deviceId);
    if (!hearers || channel === undefined || channel === 'ask') return;
    const event = (channel === 'reading' ? DeviceReading : DeviceStatus).safeParse(jsonOf(payload));
    if (event.success) for (const hear of hearers) hear(event.data);
  });

  const topics = (deviceId: string) => [topicOf(deviceId, 'reading'), topicOf(deviceId, 'status')];
  /** Each subscription delivers the last status again, so a new watcher learns it. */
  function subscribe(deviceId: string): void {
    if (client.connected) client.subscribe(topics(deviceId), () => undefined);
  }

  return {
    watch: (deviceId, hear) => {
      const hearers = listeners.get(deviceId) ?? new Set();
      listeners.set(deviceId, hearers.add(hear));
      if (client.connected) subscribe(deviceId);
      else hear(LINE_DOWN);
      return () => {
        hearers.delete(hear);
        if (hearers.size > 0) return;
        listeners.delete(deviceId);
        if (client.connected) client.unsubscribe(topics(deviceId), () => undefined);
      };
    },
    ask: async (deviceId, ask) => {
      if (!client.connected) throw new ProblemError('device.line-down');
      const sent = client.publishAsync(topicOf(deviceId, 'ask'), JSON.stringify(ask), { qos: 1 });
      await Promise.race([sent, limit(ASK_LIMIT_MS)]).catch(() => {
        throw new ProblemError('device.line-down');
      });
    },
    stop: () => {
      client.end(true);
    },
  };
}

function limit(ms: number): Promise<never> {
  return new Promise((_, reject) => setTimeout(() => reject(new Error('no answer')), ms).unref());
}
