import { setTimeout as pause } from 'node:timers/promises';
import { connect, type MqttClient } from 'mqtt';
import type { Logger } from 'pino';
import { sparkplugTopicOf, topicOf } from '@gantelet/contracts';
import type { BrokerConfig } from '../config.js';
import type { Database } from '../db/database.js';
import {
  counterOfTopic,
  openIntake,
  readCounterMessage,
  type CounterArrival,
} from '../features/counter/index.js';
import { SERVER_USER } from '../features/device/index.js';

export interface Ingester {
  /** Resolves once every session has subscribed, so that nothing sent from then on is missed. */
  readonly ready: Promise<unknown>;
  stop(): Promise<void>;
}

/**
 * A session acknowledges its messages in order, each once it is committed; this many side by side share a commit and
 * take in over 1,000 messages a second on two cores.
 */
const SESSIONS = 32;
const RETRY_MS = 1000;
/** How long the broker holds messages for a session that is away: over holidays, but not for ever. */
const KEPT_S = 14 * 24 * 3600;
/** Each message goes to one session out of those of all ingesters. */
const TOPICS = [topicOf('+', 'count'), sparkplugTopicOf('+', 'NBIRTH'), sparkplugTopicOf('+', 'NDATA')].map(
  (topic) => `$share/gantelet/${topic}`,
);

/**
 * Takes in what counters send over an external broker; any number of ingesters may share the work. The broker holds
 * what none of them has acknowledged, and a message is acknowledged only once it is committed: what is therefore sent
 * twice is stored once.
 *
 * @param name unique to each ingester and the same after a restart: the broker keeps its sessions under it
 */
export function startIngester(
  database: Database,
  broker: BrokerConfig,
  name: string,
  log: Logger,
  now = () => new Date(),
): Ingester {
  const intake = openIntake(database, now);
  const complain = complainer(log);
  const sessions = Array.from({ length: SESSIONS }, (_, i) =>
    openSession(broker, `${SERVER_USER}-ingester-${name}-${i + 1}`, log, async (topic, payload) => {
      const arrival = readCounterMessage(topic, payload);
      complain(topic, arrival);
      if (arrival) await intake(arrival);
    }),
  );
  return {
    ready: Promise.all(sessions.map(({ ready }) => ready)),
    stop: async () => {
      await Promise.all(sessions.map(({ client }) => client.endAsync(true)));
    },
  };
}

/**
 * Opens a session that the broker keeps while it is away. A message that could not be stored is retried until it is.
 */
function openSession(
  { url, secret }: BrokerConfig,
  clientId: string,
  log: Logger,
  keep: (topic: string, payload: Buffer) => Promise<void>,
): { readonly client: MqttClient; readonly ready: Promise<void> } {
  let connection = 0;
  const client = connect(url, {
    clientId,
    username: SERVER_USER,
    password: secret,
    // The protocol version in which a client decides for itself when to acknowledge a message.
    protocolVersion: 5,
    clean: false,
    properties: { sessionExpiryInterval: KEPT_S },
    resubscribe: false,
    reconnectPeriod: RETRY_MS,
    reconnectOnConnackError: true,
    customHandleAcks: (topic, payload, _, acknowledge) => {
      const over = connection;
      void untilKept(
        () => keep(topic, payload),
        () => over !== connection || client.disconnecting,
        log,
      ).then((kept) => {
        // After a reconnect the broker sends it again: acknowledging now could hit a different message with the same
        // number.
        if (kept && over === connection) acknowledge(0);
      });
    },
  });
  client.on('close', () => connection++);
  client.on('error', (error) => {
    log.warn({ error, clientId }, 'the broker cannot be reached, or does not take this ingester');
  });
  const ready = new Promise<void>((resolve) => {
    client.on('connect', () => {
      client.subscribe(TOPICS, { qos: 1 }, (error, granted) => {
        if (error || granted?.some(({ qos }) => qos > 1))
          log.error({ error, clientId }, 'the broker delivers no counts');
        else resolve();
      });
    });
  });
  return { client, ready };
}

/** Whether it was stored before there was no point in it any more. */
async function untilKept(keep: () => Promise<void>, isOver: () => boolean, log: Logger): Promise<boolean> {
  while (!isOver()) {
    try {
      await keep();
      return true;
    } catch (error) {
      log.warn({ error }, 'a count could not be stored, and is retried');
      await pause(RETRY_MS);
    }
  }
  return false;
}

/** Logs once that a counter's messages cannot be read, until one can be again. */
function complainer(log: Logger): (topic: string, arrival: CounterArrival | null) => void {
  const told = new Set<string>();
  return (topic, arrival) => {
    const deviceId = counterOfTopic(topic) ?? topic;
    if (arrival) told.delete(deviceId);
    else if (!told.has(deviceId)) {
      told.add(deviceId);
      log.warn({ deviceId }, 'a counter sends something that is not a count; it is dropped');
    }
  };
}
