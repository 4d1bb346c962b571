import { createServer, type AddressInfo, type Socket } from 'node:net';
import { generate, parser, type IConnectPacket, type Packet } from 'mqtt-packet';

const V5 = { protocolVersion: 5 };

/** A connection to a broker that says only what a test lets it say. */
export interface ScriptedSession {
  readonly asked: IConnectPacket;
  /** Topics it subscribed to. */
  readonly topics: readonly string[];
  /** Numbers of the messages it acknowledged, in order. */
  readonly acknowledged: readonly number[];
  /** Sends a message at quality of service 1. */
  tell(messageId: number, topic: string, payload: string): void;
  cut(): void;
}

export interface ScriptedBroker {
  readonly url: string;
  /** All connections that ever subscribed, newest last. */
  readonly sessions: readonly ScriptedSession[];
  stop(): Promise<void>;
}

/** Listens on loopback as an MQTT 5 broker that accepts everybody. */
export async function startScriptedBroker(): Promise<ScriptedBroker> {
  const sessions: ScriptedSession[] = [];
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    hear(socket, sessions);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    url: `mqtt://127.0.0.1:${(server.address() as AddressInfo).port}`,
    sessions,
    stop: async () => {
      for (const socket of sockets) socket.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

function hear(socket: Socket, sessions: ScriptedSession[]): void {
  const acknowledged: number[] = [];
  const reader = parser(V5);
  const say = (packet: Packet): void => void socket.write(generate(packet, V5));
  let asked: IConnectPacket;
  socket.on('error', () => undefined);
  socket.on('data', (data) => reader.parse(data));
  reader.on('packet', (packet: Packet) => {
    if (packet.cmd === 'connect') {
      asked = packet;
      say({ cmd: 'connack', reasonCode: 0, sessionPresent: false });
    } else if (packet.cmd === 'pingreq') say({ cmd: 'pingresp' });
    else if (packet.cmd === 'puback') acknowledged.push(packet.messageId!);
    else if (packet.cmd === 'subscribe') {
      const topics = packet.subscriptions.map(({ topic }) => topic);
      say({ cmd: 'suback', messageId: packet.messageId!, granted: topics.map(() => 1) });
      sessions.push({
        asked,
        topics,
        acknowledged,
        tell: (messageId, topic, payload) =>
          say({ cmd: 'publish', messageId, topic, payload, qos: 1, dup: false, retain: false }),
        cut: () => socket.destroy(),
      });
    }
  });
}
