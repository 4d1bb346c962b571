import { timingSafeEqual } from 'node:crypto';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { Duplex } from 'node:stream';
import type * as z from 'zod';
import { Aedes, type Client } from 'aedes';
import {
  DEVICE_MESSAGE_LIMIT,
  DeviceReading,
  DeviceStatus,
  Id,
  readTopic,
  sparkplugTopicOf,
  type DeviceChannel,
  type DeviceKind,
} from '@gantelet/contracts';
import { jsonOf } from '../text/json-of.js';
import type { MqttConfig } from '../config.js';
import type { Database } from '../db/database.js';
import { packetGuard } from './packet-guard.js';
import { openIntake, readCounterMessage, type CounterArrival } from '../features/counter/index.js';
import { findRevoked, openGate, SERVER_USER, type Gate } from '../features/device/index.js';

export interface Broker {
  readonly port: number;
  stop(): Promise<void>;
}

/** Who is at the other end of a connection: a server instance or one device. */
type Visitor =
  | { readonly server: true }
  | { readonly server: false; readonly deviceId: string; readonly kind: DeviceKind };

/** How soon a revoked device is disconnected. */
const SWEEP_MS = 5000;
/** Largest packet accepted: a device's message with its topic, or a token with its last will. */
const PACKET_LIMIT = DEVICE_MESSAGE_LIMIT + 1024;
/** Several times the number of devices in a large shop. */
const MOST_CONNECTIONS = 5000;
/** Clients that have not authenticated by then are disconnected. */
const CONNECT_WITHIN_MS = 10_000;
const BAD_CLIENT_ID = 2;
const BAD_CREDENTIALS = 4;
const BUSY = 3;

/**
 * The shop's MQTT broker, on loopback or wherever the configuration says. A device connects with its id and token,
 * publishes only on its own topics and only what the contracts allow, and hears only what it is asked; a server
 * instance hears all our topics and sends requests.
 */
export async function startBroker(
  database: Database,
  { host, port, secret }: MqttConfig,
  now = () => new Date(),
): Promise<Broker> {
  const visitors = new Map<Client, Visitor>();
  const intake = openIntake(database, now);
  const gate = openGate(database);
  const aedes = await Aedes.createBroker({
    connectTimeout: CONNECT_WITHIN_MS,
    authenticate: (client, username = '', password = Buffer.alloc(0), done) => {
      // A broker drops an earlier connection with the same client id, so no device may use another's.
      if (!isOwnId(client.id, username)) {
        done(refusal(BAD_CLIENT_ID), null);
        return;
      }
      authenticate(gate, secret, username, password).then(
        (visitor) => {
          if (!visitor) return done(refusal(BAD_CREDENTIALS), null);
          visitors.set(client, visitor);
          done(null, true);
        },
        () => {
          done(refusal(BUSY), null);
        },
      );
    },
    authorizePublish: (client, packet, done) => {
      const visitor = client && visitors.get(client);
      const said = visitor ? heard(visitor, packet.topic, Buffer.from(packet.payload)) : null;
      if (!said) return done(new Error('not allowed to publish this here'));
      if (!said.count) return done(null);
      // A count is acknowledged only once it is stored: a counter that gets no acknowledgement sends it again.
      intake(said.count).then(
        () => {
          done(null);
        },
        () => {
          done(new Error('not stored'));
        },
      );
    },
    authorizeSubscribe: (client, subscription, done) => {
      const visitor = visitors.get(client);
      done(null, visitor && mayHear(visitor, subscription.topic) ? subscription : null);
    },
  });
  aedes.on('clientDisconnect', (client) => visitors.delete(client));
  const sweep = setInterval(() => void disconnectRevoked(database, visitors), SWEEP_MS);
  const server = await listen(aedes, host, port);
  return {
    port: (server.address() as AddressInfo).port,
    stop: async () => {
      clearInterval(sweep);
      await new Promise<void>((resolve) => {
        aedes.close(resolve);
      });
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

/** Listens on behalf of a broker and drops any client that sends something too large. */
async function listen(aedes: Aedes, host: string, port: number): Promise<Server> {
  const server = createServer((socket) => {
    const guard = packetGuard(PACKET_LIMIT);
    guard.once('error', () => socket.destroy());
    socket.once('error', () => guard.destroy());
    aedes.handle(Duplex.from({ readable: socket.pipe(guard), writable: socket }));
  });
  server.maxConnections = MOST_CONNECTIONS;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, resolve);
  });
  return server;
}

/** Whether a client id is the name the client authenticates as, or begins with it. */
function isOwnId(clientId: string, username: string): boolean {
  return clientId === username || clientId.startsWith(`${username}-`);
}

function refusal(returnCode: number) {
  return Object.assign(new Error('not allowed'), { returnCode });
}

async function authenticate(
  gate: Gate,
  secret: string,
  username: string,
  password: Buffer,
): Promise<Visitor | null> {
  if (username === SERVER_USER) return same(password, Buffer.from(secret)) ? { server: true } : null;
  if (!Id.safeParse(username).success) return null;
  const kind = await gate({ id: username, token: password.toString('utf8') });
  return kind ? { server: false, deviceId: username, kind } : null;
}

function same(a: Buffer, b: Buffer): boolean {
  return a.length === b.length && timingSafeEqual(a, b);
}

/** What each kind of device may publish, and where; counts from counters are handled separately. */
const SAID_BY: Readonly<Record<DeviceKind, Readonly<Partial<Record<DeviceChannel, z.ZodType>>>>> = {
  counter: { status: DeviceStatus },
  'tension-gauge': { reading: DeviceReading, status: DeviceStatus },
  scale: { reading: DeviceReading, status: DeviceStatus },
  // Tablets and other systems talk to the server over HTTP, as people do.
  tablet: {},
  system: {},
};

/** Parses a message its sender is allowed to send; null if it is not. A count comes with what is to be stored. */
function heard(
  visitor: Visitor,
  topic: string,
  payload: Buffer,
): { readonly count: CounterArrival | null } | null {
  if (visitor.server) return readTopic(topic)?.channel === 'ask' ? { count: null } : null;
  const count = visitor.kind === 'counter' ? readCounterMessage(topic, payload) : null;
  if (count) return count.deviceId === visitor.deviceId ? { count } : null;
  const at = readTopic(topic);
  if (!at) return isOwnDeath(visitor.deviceId, topic) ? { count: null } : null;
  if (at.deviceId !== visitor.deviceId || payload.length > DEVICE_MESSAGE_LIMIT) return null;
  return SAID_BY[visitor.kind][at.channel]?.safeParse(jsonOf(payload)).success ? { count: null } : null;
}

/** The last will of a counter that uses Sparkplug B, whatever it contains. */
function isOwnDeath(deviceId: string, topic: string): boolean {
  return topic === sparkplugTopicOf(deviceId, 'NDEATH');
}

function mayHear(visitor: Visitor, topic: string): boolean {
  const at = readTopic(topic);
  if (!at) return false;
  return visitor.server ? at.channel !== 'ask' : at.channel === 'ask' && at.deviceId === visitor.deviceId;
}

async function disconnectRevoked(database: Database, visitors: ReadonlyMap<Client, Visitor>): Promise<void> {
  const inside = [...visitors].flatMap(([client, visitor]) => (visitor.server ? [] : [{ client, visitor }]));
  if (inside.length === 0) return;
  const ids = inside.map(({ visitor }) => visitor.deviceId);
  // While the database is down nobody is disconnected; the next sweep checks again.
  const revoked = new Set(await findRevoked(database, ids).catch(() => []));
  for (const { client, visitor } of inside) if (revoked.has(visitor.deviceId)) client.close();
}
