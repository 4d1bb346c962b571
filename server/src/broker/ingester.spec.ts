import { pino } from 'pino';
import { topicOf } from '@gantelet/contracts';
import type { Database } from '../db/database.js';
import {
  startScriptedBroker,
  type ScriptedBroker,
  type ScriptedSession,
} from '../testing/scripted-broker.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';
import { startIngester, type Ingester } from './ingester.js';

const SECRET = 'a secret for tests only';

describe('the ingester for an external broker', () => {
  let shop: TestShop;
  let broker: ScriptedBroker;
  let ingester: Ingester;
  /** A stand-in for the database that rejects while it is meant to be down. */
  let before: () => Promise<unknown>;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  beforeEach(async () => {
    before = () => Promise.resolve();
    broker = await startScriptedBroker();
    const { sequelize } = shop.database;
    const query = async (...asked: Parameters<typeof sequelize.query>) => {
      await before();
      return sequelize.query(...asked);
    };
    const database = {
      ...shop.database,
      sequelize: Object.assign(Object.create(sequelize), { query }),
    } as Database;
    const log = pino({ level: 'silent' });
    ingester = startIngester(database, { url: broker.url, secret: SECRET }, 'one', log, () => shop.clock.now);
    await ingester.ready;
  });
  afterEach(async () => {
    await ingester.stop();
    await broker.stop();
    await shop.database.sequelize.query('DELETE FROM counter_readings');
  });
  afterAll(() => shop.stop());

  const topic = () => topicOf(shop.works.ids.counter, 'count');
  const count = (seq: number): string =>
    JSON.stringify({ boot: 7, seq, sentAt: shop.clock.now.toISOString(), stitches: 10 * seq, motorMs: seq });
  async function until(holds: () => boolean): Promise<void> {
    while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
  }
  const kept = async (): Promise<number[]> => {
    const [rows] = await shop.database.sequelize.query('SELECT seq FROM counter_readings ORDER BY seq');
    return (rows as { seq: number }[]).map(({ seq }) => seq);
  };

  it('uses sessions that the broker keeps, and shares counts in both formats with other ingesters', () => {
    const [session] = broker.sessions;
    const { clientId, username, password, clean, properties } = session!.asked;
    expect([username, String(password), clean]).toEqual(['server', SECRET, false]);
    expect(clientId).toMatch(/^server-ingester-one-\d+$/);
    expect(new Set(broker.sessions.map(({ asked }) => asked.clientId)).size).toBe(broker.sessions.length);
    expect(properties?.sessionExpiryInterval).toBe(1_209_600);
    expect(session!.topics).toEqual([
      '$share/gantelet/gantelet/+/count',
      '$share/gantelet/spBv1.0/gantelet/NBIRTH/+',
      '$share/gantelet/spBv1.0/gantelet/NDATA/+',
    ]);
  });

  it('acknowledges what is committed, once, whichever session it came through', async () => {
    const sessions = broker.sessions.slice(0, 20);
    sessions.forEach((session, i) => {
      session.tell(1, topic(), count(i));
      session.tell(2, topic(), count((i + 1) % 20));
    });
    await until(() => sessions.every(({ acknowledged }) => acknowledged.length === 2));
    expect(await kept()).toEqual(Array.from({ length: 20 }, (_, i) => i));
  });

  it('acknowledges nothing while the database is down, and retries until it is back', async () => {
    const [session] = broker.sessions as [ScriptedSession];
    let tries = 0;
    const acknowledgedThen: number[] = [];
    before = () => {
      acknowledgedThen.push(session.acknowledged.length);
      return ++tries <= 2 ? Promise.reject(new Error('away')) : Promise.resolve();
    };
    session.tell(3, topic(), count(1));
    await until(() => session.acknowledged.length > 0);
    expect(acknowledgedThen).toEqual([0, 0, 0]);
    expect(await kept()).toEqual([1]);
  });

  it('acknowledges nothing on a connection that broke meanwhile: its numbers now mean other messages', async () => {
    const [session] = broker.sessions as [ScriptedSession];
    const many = broker.sessions.length;
    let letOn = (): void => undefined;
    let asked = 0;
    const held = new Promise<void>((resolve) => (letOn = resolve));
    before = () => {
      asked++;
      return held;
    };
    session.tell(5, topic(), count(1));
    await until(() => asked === 1);
    session.cut();
    await until(() => broker.sessions.length > many);
    const again = broker.sessions.at(-1)!;
    expect(again.asked.clientId).toBe(session.asked.clientId);
    again.tell(5, topic(), count(2));
    letOn();
    await until(() => again.acknowledged.length > 0);
    expect(await kept()).toEqual([1, 2]);
    again.tell(6, topic(), count(3));
    await until(() => again.acknowledged.length > 1);
    expect(again.acknowledged).toEqual([5, 6]);
  });

  it('drops what is not a count, so that it does not come again', async () => {
    const [session] = broker.sessions as [ScriptedSession];
    session.tell(8, topic(), 'nonsense');
    session.tell(9, topic(), count(4));
    await until(() => session.acknowledged.length === 2);
    expect(await kept()).toEqual([4]);
  });
});
