import { connect, type MqttClient } from 'mqtt';
import { QueryTypes } from 'sequelize';
import { routes, topicOf, type CounterMessage, type FloorMachine, type Problem } from '@gantelet/contracts';
import { COUNTER_TOKEN, GAUGE_TOKEN } from '../../testing/small-works.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import { addUp, dropOld, rollUp } from './roll-up.js';

/**
 * 2026-03-04 is a Wednesday; the small works' early shift is 06:00 to 14:00 UTC, its needle was installed the day
 * before.
 */
const NOW = new Date('2026-03-04T11:00:00Z');
const EIGHT = Date.parse('2026-03-04T08:00:00Z');
const count = (
  seq: number,
  stitches: number,
  motorMs: number,
  more: Partial<CounterMessage> = {},
): CounterMessage => ({
  boot: 7,
  seq,
  sentAt: new Date(EIGHT + 60_000 * seq).toISOString(),
  stitches,
  motorMs,
  ...more,
});

describe('stitch counters', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  const clients: MqttClient[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    shop.clock.now = NOW;
  });
  afterEach(async () => {
    for (const client of clients.splice(0)) client.end(true);
    for (const table of ['counter_readings', 'counter_hours', 'needle_counts'])
      await shop.database.sequelize.query(`DELETE FROM ${table}`);
    await shop.database.sequelize.query('UPDATE devices SET last_heard_at = NULL');
    shop.clock.now = NOW;
  });
  afterAll(() => shop.stop());

  const counter = () => shop.works.ids.counter;
  async function come(): Promise<MqttClient> {
    const { host, port } = shop.config.mqtt!;
    const own = { clientId: `${counter()}-${clients.length}`, username: counter(), password: COUNTER_TOKEN };
    const client = connect({ host, port, ...own, reconnectPeriod: 0 });
    client.on('error', () => undefined);
    clients.push(client);
    await new Promise((resolve) => client.once('connect', resolve));
    return client;
  }
  const post = (counts: readonly unknown[], token = COUNTER_TOKEN, id = counter()) =>
    mechanic.send({
      method: 'POST',
      path: `/api/devices/${id}/counts`,
      headers: { authorization: `Bearer ${token}` },
      raw: JSON.stringify({ counts }),
    });
  const hours = () =>
    shop.database.sequelize.query<{ at: Date; stitches: number; motor: number; covered: number }>(
      `SELECT hour_at AS at, stitches, motor_ms AS motor, covered_shift_ms AS covered FROM counter_hours ORDER BY hour_at`,
      { type: QueryTypes.SELECT },
    );
  const floorMachine = async (): Promise<FloorMachine> => {
    const { body } = await mechanic.call(routes.readFloor);
    return body.zones.flatMap(({ machines }) => machines).find(({ id }) => id === shop.works.ids.compound)!;
  };

  it('are acknowledged once their counts are in the database, and not before', async () => {
    const client = await come();
    for (let seq = 0; seq < 20; seq++) {
      await client.publishAsync(
        topicOf(counter(), 'count'),
        JSON.stringify(count(seq, 10 * seq, 500 * seq)),
        { qos: 1 },
      );
      expect(await shop.count('counter_readings')).toBe(seq + 1);
    }
  });

  it('have each message stored once, however often and in whatever order it comes, over MQTT and HTTP', async () => {
    const client = await come();
    const sent = Array.from({ length: 12 }, (_, seq) => count(seq, 50 * seq, 2000 * seq));
    const shuffled = [...sent, ...sent].sort((a, b) => ((a.seq * 7) % 5) - ((b.seq * 7) % 5));
    await Promise.all(
      shuffled.map((one) =>
        client.publishAsync(topicOf(counter(), 'count'), JSON.stringify(one), { qos: 1 }),
      ),
    );
    expect((await post(sent)).status).toBe(200);
    expect(await shop.count('counter_readings')).toBe(12);
    await rollUp(shop.database);
    expect((await hours()).map(({ stitches, motor }) => [stitches, motor])).toEqual([[550, 22_000]]);
  });

  it('have messages stored even if their row numbers are taken, as when a cluster changes size', async () => {
    const { sequelize } = shop.database;
    await sequelize.query('ANALYZE TABLE counter_readings');
    const next = async () => {
      const [row] = await sequelize.query<{ next: number }>(
        `SELECT AUTO_INCREMENT AS next FROM information_schema.TABLES
          WHERE TABLE_SCHEMA = DATABASE() AND TABLE_NAME = 'counter_readings'`,
        { type: QueryTypes.SELECT },
      );
      return Number(row!.next);
    };
    const first = await next();
    const held = await sequelize.transaction();
    await sequelize.query('SELECT id FROM devices FOR UPDATE', { transaction: held });
    // Its rows have been numbered and are waiting for their device.
    const kept = post([count(1, 10, 500), count(2, 20, 1000), count(3, 30, 1500)]);
    while ((await next()) === first) await new Promise(setImmediate);
    await sequelize.query(
      `INSERT INTO counter_readings (id, device_id, boot, seq, sent_at, received_at, stitches, motor_ms)
       VALUES (:id, :device, 8, 1, :at, :at, 0, 0)`,
      { replacements: { id: first + 1, device: counter(), at: NOW }, transaction: held },
    );
    await held.commit();
    expect((await kept).status).toBe(200);
    expect(await shop.count('counter_readings')).toBe(4);
  });

  it('are rolled up by the hour, the same however often and in whatever pieces', async () => {
    const sent = Array.from({ length: 150 }, (_, i) => count(i, 10 * i, 400 * i));
    await post(sent);
    await rollUp(shop.database);
    const whole = await hours();
    expect(whole.map(({ stitches }) => Math.round(stitches))).toEqual([600, 600, 290]);
    expect(whole.map(({ covered }) => covered / 60_000)).toEqual([60, 60, 29]);
    expect(await rollUp(shop.database)).toBe(0);
    expect(await hours()).toEqual(whole);

    await shop.database.sequelize.query('DELETE FROM counter_readings');
    await shop.database.sequelize.query('DELETE FROM counter_hours');
    for (const from of [100, 0, 50]) {
      await post(sent.slice(from, from + 50));
      await Promise.all([rollUp(shop.database), rollUp(shop.database)]);
    }
    const pieces = await hours();
    pieces.forEach((hour, i) => {
      expect(hour.stitches).toBeCloseTo(whole[i]!.stitches, 6);
      expect(hour.motor).toBeCloseTo(whole[i]!.motor, 6);
    });
    // A lost table of hours is recalculated from the readings.
    await shop.database.sequelize.query('DELETE FROM counter_hours');
    await shop.database.sequelize.query('UPDATE counter_readings SET rolled_up = 0');
    await Promise.all([rollUp(shop.database), rollUp(shop.database)]);
    expect((await hours()).map(({ motor }) => Math.round(motor))).toEqual(
      whole.map(({ motor }) => Math.round(motor)),
    );
  });

  it('continue from zero after a power cycle, and never count backwards', async () => {
    await post([count(0, 5000, 90_000), count(1, 5100, 92_000)]);
    await rollUp(shop.database);
    await post([count(0, 20, 800, { boot: 8, sentAt: new Date(EIGHT + 600_000).toISOString() })]);
    await rollUp(shop.database);
    expect((await hours()).map(({ stitches }) => stitches)).toEqual([120]);
  });

  it('age the needle by counts, and by the shift only where nothing was heard', async () => {
    const before = (await floorMachine()).age!;
    // Heard from 8 to 10 of a shift since 6, running a tenth of the time; the zone's fraction is a half.
    await post(Array.from({ length: 121 }, (_, i) => count(i, 100 * i, 6000 * i)));
    await rollUp(shop.database);
    const { age, counter: heard } = await floorMachine();
    expect(heard?.motorHours).toBeCloseTo(0.2, 6);
    expect(heard?.coveredHours).toBeCloseTo(2, 6);
    expect(heard?.stitches).toBe(12_000);
    expect(age!.runningHours).toBeCloseTo(before.runningHours - 2 * 0.5 + 0.2, 6);
    expect(age!.highHours - age!.lowHours).toBeLessThan(before.highHours - before.lowHours);
  });

  it('are totalled for the needle, and the total is discarded when a late reading changes an hour of it', async () => {
    const sent = Array.from({ length: 121 }, (_, i) => count(i, 100 * i, 6000 * i));
    const late = sent.splice(20, 30);
    await post(sent);
    await rollUp(shop.database);
    const noon = new Date('2026-03-04T12:40:00.000Z');
    await addUp(shop.database, noon);
    expect(await shop.count('needle_counts')).toBe(1);
    expect((await floorMachine()).counter?.stitches).toBe(12_000);
    await post([count(121, 12_300, 730_000)]);
    await rollUp(shop.database);
    expect(await shop.count('needle_counts')).toBe(1);
    expect((await floorMachine()).counter?.stitches).toBe(12_300);
    await post(late);
    await rollUp(shop.database);
    expect(await shop.count('needle_counts')).toBe(0);
    const whole = (await floorMachine()).counter;
    expect(whole?.stitches).toBeCloseTo(12_300, 6);
    await addUp(shop.database, noon);
    expect((await floorMachine()).counter?.coveredHours).toBeCloseTo(whole!.coveredHours, 9);
  });

  it('count for a needle only until it came out, however late that is reported', async () => {
    await post(Array.from({ length: 121 }, (_, i) => count(i, 100 * i, 30_000 * i)));
    await rollUp(shop.database);
    const before = (await floorMachine()).needle!;
    const { tables } = shop.database;
    const changedAt = '2026-03-04T09:30:00.000Z';
    const { install, compound } = shop.works.ids;
    const { body: changed } = await mechanic.call(routes.changeNeedle, {
      params: { machineId: compound },
      body: {
        removesInstallId: before.installId,
        cause: 'wear',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt,
      },
    });
    expect(before.installId).toBe(install);
    // It ran half of the time: three quarters of an hour until half past nine, and a quarter after.
    const removal = (await tables.needleRemovals.findOne({ where: { installId: install } }))!.get({
      plain: true,
    });
    const unheardHours = 8 + 2;
    expect(removal.runningHours).toBeCloseTo(0.5 * unheardHours + 0.75, 6);
    expect(changed.counter?.motorHours).toBeCloseTo(0.25, 6);
    expect(changed.counter?.stitches).toBe(3000);
    await tables.machines.update({ presentInstallId: install }, { where: { id: compound } });
    await tables.needleRemovals.destroy({ where: { installId: install } });
    await tables.needleInstalls.destroy({ where: { id: changed.needle!.installId } });
  });

  it('are silent when not heard for two minutes, and the estimate continues by the shift', async () => {
    expect((await floorMachine()).counter).toEqual(
      jasmine.objectContaining({ state: 'silent', lastHeardAt: null, stitches: 0 }),
    );
    await post([count(0, 0, 0), count(119, 900, 60_000)]);
    await rollUp(shop.database);
    shop.clock.now = new Date('2026-03-04T10:00:00Z');
    expect((await floorMachine()).counter?.state).toBe('heard');
    const heardAge = (await floorMachine()).age!.runningHours;
    shop.clock.now = new Date('2026-03-04T12:00:00Z');
    const later = await floorMachine();
    expect(later.counter?.state).toBe('silent');
    expect(later.age!.runningHours).toBeCloseTo(heardAge + 2 * 0.5, 6);
  });

  it('are accepted only with their own token, and only counters count', async () => {
    for (const [counts, token, id, code] of [
      [[count(0, 1, 1)], GAUGE_TOKEN, counter(), 'device.token'],
      [[count(0, 1, 1)], '', counter(), 'device.token'],
      [[count(0, 1, 1)], GAUGE_TOKEN, shop.works.ids.gauge, 'device.not-counter'],
      [[count(0, -1, 1)], COUNTER_TOKEN, counter(), 'request.invalid'],
      [[], COUNTER_TOKEN, counter(), 'request.invalid'],
    ] as const) {
      const answered = await post(counts, token, id);
      expect((answered.body as Problem).code).toBe(code);
    }
    expect(await shop.count('counter_readings')).toBe(0);
  });

  it('with a wrong clock are assumed to report now', async () => {
    await post([
      count(0, 0, 0, { sentAt: '2031-01-01T00:00:00Z' }),
      count(1, 9, 9, { sentAt: '1999-01-01T00:00:00Z' }),
    ]);
    const rows = await shop.database.sequelize.query<{ sent: Date }>(
      'SELECT sent_at AS sent FROM counter_readings',
      {
        type: QueryTypes.SELECT,
      },
    );
    for (const { sent } of rows) expect(sent).toEqual(shop.clock.now);
  });

  it('lose old readings but not their hours', async () => {
    await post([count(0, 0, 0), count(1, 100, 4000)]);
    await rollUp(shop.database);
    const before = await hours();
    await dropOld(shop.database, new Date(EIGHT + 40 * 86_400_000), 30);
    expect(await shop.count('counter_readings')).toBe(0);
    expect(await hours()).toEqual(before);
  });

  it('notify everybody watching the floor, on every server', async () => {
    const leave = new AbortController();
    const streams = await Promise.all(
      [shop.address, await shop.secondInstance()].map((address) =>
        mechanic.open(`${address}/api/floor/live`, leave.signal),
      ),
    );
    const readers = streams.map(({ body }) => body!.getReader());
    const told = async (): Promise<string[]> => {
      const chunks = await Promise.all(readers.map((reader) => reader.read()));
      return chunks.map(({ value }) => new TextDecoder().decode(value as Uint8Array));
    };
    const before = await told();
    expect(before[0]).toContain('version');
    await post([count(119, 900, 60_000)]);
    await rollUp(shop.database);
    const after = await told();
    expect(after[0]).not.toBe(before[0]!);
    expect(after[1]).toBe(after[0]!);
    leave.abort();
  });
});
