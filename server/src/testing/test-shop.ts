import { randomBytes } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { QueryTypes } from 'sequelize';
import { startBroker } from '../broker/broker.js';
import { configFrom, reachedAt, type Config } from '../config.js';
import { openDatabase, openOneConnection, type Database } from '../db/database.js';
import { migrate } from '../db/migrate.js';
import { createApp } from '../app.js';
import type { BookKeeper } from '../features/book/index.js';
import { sealUnder } from '../http/seal.js';
import { shopTemplate } from './shop-template.js';
import { LOADED_AT, type smallWorks, type TestRole } from './small-works.js';
import { TestClient } from './test-client.js';

const LOOPBACK = { host: '127.0.0.1', secret: 'a secret for tests only' };

// A busy machine takes longer than the usual five seconds of a test; only a test that hangs takes five minutes.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;

/** A server and a broker on a fresh database of their own in the MariaDB that the test script started. */
export interface TestShop {
  readonly address: string;
  readonly config: Config;
  readonly database: Database;
  /** Writes and verifies its book. */
  readonly keeper: BookKeeper;
  readonly works: ReturnType<typeof smallWorks>;
  /** The server's clock, which tests can move. */
  readonly clock: { now: Date };
  signedIn(role: TestRole): Promise<TestClient>;
  /** Another instance on the same database. */
  secondInstance(): Promise<string>;
  count(table: string): Promise<number>;
  /** How many statements some work sends to the database. */
  statements(work: () => Promise<void>): Promise<number>;
  stop(): Promise<void>;
}

export function startTestShop(): Promise<TestShop> {
  return startShop(null);
}

/** A server on a database with empty tables, to be set up with a code. */
export function startEmptyShop(firstCode: string): Promise<TestShop> {
  return startShop(firstCode);
}

async function startShop(firstCode: string | null): Promise<TestShop> {
  const { works, copyTo } = await shopTemplate(emptyDatabase);
  const { config: bare, database } = await freshDatabase();
  if (firstCode === null) await copyTo(bare);
  else await migrate(bare.database, 'up');
  const clock = { now: LOADED_AT };
  const broker = await startBroker(database, { ...LOOPBACK, port: 0 }, () => clock.now);
  const mqtt = { ...LOOPBACK, port: broker.port };
  const config = { ...bare, firstCode, mqtt, broker: reachedAt(mqtt) };
  const stops: (() => Promise<void>)[] = [];
  const instance = (): Promise<string> => {
    const app = createApp({
      config,
      database,
      log: pino({ level: 'silent' }),
      now: () => clock.now,
      checkReplies: true,
    });
    return new Promise((resolve) => {
      const server = app.express.listen(0, '127.0.0.1', () => {
        resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
      });
      stops.push(async () => {
        app.stop();
        server.closeAllConnections();
        await new Promise((done) => server.close(done));
      });
    });
  };
  const address = await instance();
  return {
    address,
    config,
    database,
    keeper: { database, seal: sealUnder(config.sessionSecret) },
    works,
    clock,
    signedIn: (role) => new TestClient(address).signIn(role),
    secondInstance: instance,
    count: async (table) => {
      const [row] = await database.sequelize.query<{ n: number }>(`SELECT COUNT(*) AS n FROM ${table}`, {
        type: QueryTypes.SELECT,
      });
      return Number(row?.n);
    },
    statements: async (work) => {
      const sent = () =>
        database.sequelize
          .query<{ Value: string }>("SHOW GLOBAL STATUS LIKE 'Queries'", { type: QueryTypes.SELECT })
          .then(([row]) => Number(row?.Value));
      const before = await sent();
      await work();
      return (await sent()) - before;
    },
    stop: async () => {
      for (const stop of stops) await stop();
      await broker.stop();
      await database.sequelize.query(`DROP DATABASE ${config.database.name}`);
      await database.close();
    },
  };
}

/** A new empty database with a name of its own, and a pool for it. */
export async function freshDatabase(): Promise<{ config: Config; database: Database }> {
  const config = await emptyDatabase();
  return { config, database: openDatabase(config.database) };
}

async function emptyDatabase(): Promise<Config> {
  const base = configFrom({ GANTELET_SESSION_SECRET: 'a secret for tests only', ...process.env });
  const name = `test_${randomBytes(6).toString('hex')}`;
  const maker = openOneConnection(base.database);
  await maker.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4`);
  await maker.close();
  return { ...base, database: { ...base.database, name } };
}
