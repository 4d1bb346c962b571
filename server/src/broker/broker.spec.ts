import { connect as openSocket } from 'node:net';
import { connect, type IClientOptions, type MqttClient } from 'mqtt';
import sparkplug from 'sparkplug-payload';
import {
  newId,
  routes,
  sparkplugTopicOf,
  topicOf,
  type DeviceEvent,
  type Problem,
} from '@gantelet/contracts';
import { SERVER_USER } from '../features/device/index.js';
import { COUNTER_TOKEN, GAUGE_TOKEN } from '../testing/small-works.js';
import type { TestClient } from '../testing/test-client.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';

describe('the broker', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  const clients: MqttClient[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(async () => {
    for (const client of clients) client.end(true);
    await shop.stop();
  });

  const gaugeId = () => shop.works.ids.gauge;
  const sent = { seq: 0, upMs: 0, batteryPercent: 80 };

  function come(username: string, password: string, more: IClientOptions = {}): MqttClient {
    const { host, port } = shop.config.mqtt!;
    const own = { clientId: `${username}-${clients.length}`, username, password };
    const client = connect({ host, port, ...own, reconnectPeriod: 0, ...more });
    client.on('error', () => undefined);
    clients.push(client);
    return client;
  }
  /** How a connection attempt ends: accepted or refused. */
  const outcome = (client: MqttClient) =>
    new Promise<'in' | 'out'>((resolve) => {
      client.once('connect', () => resolve('in'));
      client.once('close', () => resolve('out'));
    });
  async function gauge(more: IClientOptions = {}): Promise<MqttClient> {
    const client = come(gaugeId(), GAUGE_TOKEN, more);
    expect(await outcome(client)).toBe('in');
    return client;
  }
  const closed = (client: MqttClient) =>
    new Promise<void>((resolve) => client.once('close', () => resolve()));

  /** Follows a device's live stream on a server instance until `enough` events have arrived. */
  async function watch(
    address: string,
    enough: number,
    seen: (event: DeviceEvent) => void = () => undefined,
  ): Promise<DeviceEvent[]> {
    const leave = new AbortController();
    const response = await mechanic.open(`${address}/api/devices/${gaugeId()}/live`, leave.signal);
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const events: DeviceEvent[] = [];
    let text = '';
    for await (const chunk of response.body!) {
      text += new TextDecoder().decode(chunk as Uint8Array);
      for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
        const line = text.slice(0, end);
        text = text.slice(end + 2);
        if (!line.startsWith('data: ')) continue;
        events.push(JSON.parse(line.slice(6)) as DeviceEvent);
        seen(events.at(-1)!);
      }
      if (events.length >= enough) break;
    }
    leave.abort();
    return events;
  }

  it('admits a device only with its own token, and a server only with the secret', async () => {
    expect(await outcome(come(gaugeId(), GAUGE_TOKEN))).toBe('in');
    expect(await outcome(come(gaugeId(), 'x'.repeat(43)))).toBe('out');
    expect(await outcome(come(newId(), GAUGE_TOKEN))).toBe('out');
    expect(await outcome(come("' OR 1=1 --", GAUGE_TOKEN))).toBe('out');
    expect(await outcome(come(SERVER_USER, GAUGE_TOKEN))).toBe('out');
    expect(await outcome(come(SERVER_USER, shop.config.mqtt!.secret))).toBe('in');
  });

  it('distinguishes clients that connect at the same time', async () => {
    const crowd = Array.from({ length: 120 }, (_, i) => i % 3 === 0);
    const found = await Promise.all(
      crowd.map((known) => outcome(come(gaugeId(), known ? GAUGE_TOKEN : 'x'.repeat(43)))),
    );
    expect(found).toEqual(crowd.map((known) => (known ? 'in' : 'out')));
  });

  const nothingOfOurs = [
    ['on the topic of another device', () => topicOf(newId(), 'reading'), { ...sent, tensionCn: 1 }],
    ['on the topic of what it is asked', () => topicOf(gaugeId(), 'ask'), { do: 'lay-bobbin-case' }],
    ['somewhere else', () => 'elsewhere', { ...sent, tensionCn: 1 }],
    ['what is no reading', () => topicOf(gaugeId(), 'reading'), { ...sent, tensionCn: 'high' }],
    ['too much', () => topicOf(gaugeId(), 'reading'), { ...sent, tensionCn: 1, filler: 'x'.repeat(2000) }],
  ] as const;
  for (const [what, topic, payload] of nothingOfOurs) {
    it(`disconnects a device that speaks ${what}`, async () => {
      const client = await gauge();
      client.publish(topic(), JSON.stringify(payload), { qos: 1 });
      await closed(client);
      expect(client.connected).toBeFalse();
    });
  }

  it('accepts Sparkplug B counts from their own counter only', async () => {
    const { counter } = shop.works.ids;
    const { encodePayload } = sparkplug.get('spBv1.0')!;
    const metrics = Object.entries({ boot: 3, seq: 1, stitches: 120, motorMs: 9000 }).map(
      ([name, value]) => ({ name, value, type: 'UInt64' as const }),
    );
    const payload = Buffer.from(encodePayload({ timestamp: Date.now(), metrics }));
    const will = { topic: sparkplugTopicOf(counter, 'NDEATH'), payload: Buffer.alloc(0), qos: 1 as const };
    const client = come(counter, COUNTER_TOKEN, { will: { ...will, retain: false } });
    expect(await outcome(client)).toBe('in');
    await client.publishAsync(sparkplugTopicOf(counter, 'NBIRTH'), payload, { qos: 1 });
    expect(await shop.count('counter_readings')).toBe(1);
    client.publish(sparkplugTopicOf(newId(), 'NDATA'), payload, { qos: 1 });
    await closed(client);
    const gaugeClient = await gauge();
    gaugeClient.publish(sparkplugTopicOf(gaugeId(), 'NDATA'), payload, { qos: 1 });
    await closed(gaugeClient);
    expect(await shop.count('counter_readings')).toBe(1);
  });

  it('lets a device hear only what it is asked', async () => {
    const client = await gauge();
    const granted = async (topic: string) =>
      (await client.subscribeAsync(topic).catch(() => null))?.[0]?.qos ?? 128;
    expect(await granted(topicOf(gaugeId(), 'ask'))).toBe(0);
    for (const topic of ['#', 'gantelet/+/ask', topicOf(newId(), 'ask'), topicOf(gaugeId(), 'reading')])
      expect(await granted(topic))
        .withContext(topic)
        .toBe(128);
  });

  it("lets no device use another's client id, which would end its connection", async () => {
    const client = await gauge({ clientId: gaugeId() });
    const { counter } = shop.works.ids;
    const other = come(counter, COUNTER_TOKEN, { clientId: gaugeId() });
    expect([await outcome(other), client.connected]).toEqual(['out', true]);
  });

  it('disconnects senders of oversized messages, before or after they authenticate', async () => {
    const { port } = shop.config.mqtt!;
    const stranger = openSocket(port, '127.0.0.1');
    // The header of a 200 MB CONNECT, and nothing more of it.
    stranger.write(Buffer.from([0x10, 0x80, 0x90, 0xdf, 0x5f]));
    await new Promise((resolve) => stranger.once('close', resolve));
    const client = await gauge();
    const gone = closed(client);
    client.publish(topicOf(gaugeId(), 'reading'), Buffer.alloc(64_000));
    await gone;
    expect((await gauge()).connected).toBeTrue();
  });

  it('delivers gauge readings to watchers on every server instance', async () => {
    const second = await shop.secondInstance();
    const client = await gauge();
    let seq = 0;
    const telling = setInterval(() => {
      client.publish(topicOf(gaugeId(), 'reading'), JSON.stringify({ ...sent, seq: seq++, tensionCn: 240 }));
    }, 20);
    const seen = await Promise.all([shop.address, second].map((address) => watch(address, 8)));
    clearInterval(telling);
    for (const events of seen) {
      const readings = events.flatMap((event) => ('tensionCn' in event ? [event] : []));
      expect(readings.length).toBeGreaterThanOrEqual(5);
      expect(readings.every(({ tensionCn }) => tensionCn === 240)).toBeTrue();
      const order = readings.map((event) => event.seq);
      expect(order).toEqual([...new Set(order)].sort((a, b) => a - b));
    }
  });

  it('reports a gauge that is gone without saying so', async () => {
    const will = {
      topic: topicOf(gaugeId(), 'status'),
      payload: Buffer.from('{"state":"off"}'),
      retain: true,
    };
    const client = await gauge({ will: { ...will, qos: 1 } });
    await client.publishAsync(topicOf(gaugeId(), 'status'), '{"state":"on"}', { qos: 1, retain: true });
    const events = await watch(shop.address, 2, (event) => {
      if ('state' in event && event.state === 'on') client.stream.destroy();
    });
    expect(
      events
        .filter((event) => 'state' in event)
        .map(({ state }) => state)
        .slice(-2),
    ).toEqual(['on', 'off']);
  });

  it('forwards requests to a stand-in, and sends none to a real device', async () => {
    const client = await gauge();
    await client.subscribeAsync(topicOf(gaugeId(), 'ask'));
    const heard = new Promise<string>((resolve) =>
      client.once('message', (_, payload) => resolve(payload.toString())),
    );
    const ask = { do: 'pull-bobbin-thread', tex: 135 } as const;
    const parts = { params: { deviceId: gaugeId() }, body: { ask } };
    expect((await mechanic.call(routes.askStandIn, parts)).status).toBe(200);
    expect(JSON.parse(await heard)).toEqual(ask);

    const lead = await shop.signedIn('lead');
    const entry = {
      kind: 'scale',
      name: 'Scale by the store',
      machineId: null,
      token: 's'.repeat(43),
    } as const;
    const { body: scale } = await lead.call(routes.registerDevice, { body: entry });
    const refused = await mechanic.call(routes.askStandIn, { params: { deviceId: scale.id }, body: { ask } });
    expect([refused.status, (refused.body as unknown as Problem).code]).toEqual([422, 'device.no-stand-in']);
  });

  it('admits a device from its registration until it is revoked, and then disconnects it', async () => {
    const lead = await shop.signedIn('lead');
    const entry = {
      kind: 'scale',
      name: 'Scale in the loft',
      machineId: null,
      token: 't'.repeat(43),
    } as const;
    const { body: scale } = await lead.call(routes.registerDevice, { body: entry });
    expect(JSON.stringify(scale)).not.toContain(entry.token);
    const client = come(scale.id, entry.token);
    expect(await outcome(client)).toBe('in');
    const { body: revoked } = await lead.call(routes.revokeDevice, { params: { deviceId: scale.id } });
    expect(revoked.revokedAt).not.toBeNull();
    await closed(client);
    expect(await outcome(come(scale.id, entry.token))).toBe('out');
    const stored = await shop.database.tables.devices.findByPk(scale.id);
    expect(stored?.get('tokenHash')).not.toContain(entry.token);
  });
});
