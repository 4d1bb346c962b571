import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { newId, routes, type Problem } from '@gantelet/contracts';
import { configFrom } from './config.js';
import { openDatabase } from './db/database.js';
import { startTestShop, type TestShop } from './testing/test-shop.js';
import { createApp } from './app.js';

describe('the application', () => {
  let shop: TestShop;
  const stops: (() => unknown)[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(async () => {
    for (const stop of stops) await stop();
    await shop.stop();
  });

  /** Another application on the same database, with an environment or log of its own. */
  async function started(
    environment: Readonly<Record<string, string>> = {},
    { database = shop.database, lines = [] as string[] } = {},
  ): Promise<string> {
    const { port, name, user, password } = shop.config.database;
    const config = configFrom({
      GANTELET_DB_PORT: String(port),
      GANTELET_DB_NAME: name,
      GANTELET_DB_USER: user,
      GANTELET_DB_PASSWORD: password,
      GANTELET_SESSION_SECRET: 'a secret for tests only',
      ...environment,
    });
    const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(line) });
    const app = createApp({ config, database, log, now: () => shop.clock.now });
    const server = await new Promise<Server>((resolve) => {
      const listening = app.express.listen(0, '127.0.0.1', () => resolve(listening));
    });
    stops.push(() => {
      app.stop();
      server.close();
    });
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  }

  it('reports good health, and bad health if the database does not answer', async () => {
    expect((await fetch(`${await started()}/api/health`)).status).toBe(200);
    const mute = createServer();
    await new Promise<void>((resolve) => mute.listen(0, '127.0.0.1', resolve));
    const database = openDatabase({ ...shop.config.database, port: (mute.address() as AddressInfo).port });
    stops.push(() => mute.close());
    const answered = await fetch(`${await started({}, { database })}/api/health`);
    expect([answered.status, ((await answered.json()) as Problem).code]).toEqual([503, 'server.busy']);
  });

  it('is alive even if its database does not answer', async () => {
    const mute = createServer();
    await new Promise<void>((resolve) => mute.listen(0, '127.0.0.1', resolve));
    const database = openDatabase({ ...shop.config.database, port: (mute.address() as AddressInfo).port });
    stops.push(() => mute.close());
    expect((await fetch(`${await started({}, { database })}/api/alive`)).status).toBe(200);
  });

  it('reports request times by route and waiting work to callers with the token', async () => {
    const token = 'a token for tests only';
    const address = await started({ GANTELET_METRICS_TOKEN: token });
    await fetch(`${address}/api/session`);
    await fetch(`${address}/api/rounds/calendars/a-secret-key.ics`);
    const ask = (authorization?: string) =>
      fetch(`${address}/metrics`, authorization === undefined ? {} : { headers: { authorization } });
    expect((await ask()).status).toBe(404);
    expect((await ask('Bearer another')).status).toBe(404);
    const answered = await ask(`Bearer ${token}`);
    expect(answered.headers.get('content-type')).toContain('text/plain; version=0.0.4');
    const text = await answered.text();
    expect(text).toMatch(
      /gantelet_http_request_seconds_count\{method="GET",route="\/api\/session",status="200"\} 1/,
    );
    expect(text).toMatch(/gantelet_book_unsealed \d+/);
    expect(text).toMatch(/gantelet_jobs_open 0/);
    expect(text).not.toContain('a-secret-key');
    expect(
      (await fetch(`${await started()}/metrics`, { headers: { authorization: 'Bearer null' } })).status,
    ).toBe(404);
  });

  it('lets no answer be cached, and refuses bodies nested too deep', async () => {
    const answered = await fetch(`${shop.address}/api/session`);
    expect(answered.headers.get('cache-control')).toBe('no-store');
    const lead = await shop.signedIn('lead');
    const raw = `{"cards":${'['.repeat(60_000)}${']'.repeat(60_000)}}`;
    const { method, path } = routes.importSetupCards;
    const deep = await lead.send({ method, path, raw, headers: { 'Idempotency-Key': newId() } });
    expect([deep.status, (deep.body as Problem).code]).toEqual([400, 'request.too-deep']);
  });

  it('serves its page only with a nonce for this answer, and no page for a missing file', async () => {
    const root = mkdtempSync(join(tmpdir(), 'gantelet-web-'));
    writeFileSync(join(root, 'index.html'), '<p>NONCE_OF_THIS_RESPONSE</p>');
    writeFileSync(join(root, 'main-AB12CD34.js'), 'ok');
    const address = await started({ GANTELET_WEB_ROOT: root });
    for (const path of ['/', '/floor/7', '/index.html']) {
      const page = await fetch(address + path);
      const text = await page.text();
      expect([text.includes('NONCE_OF'), page.headers.get('cache-control') ?? ''])
        .withContext(path)
        .toEqual([false, page.status === 200 ? 'no-store' : '']);
    }
    writeFileSync(join(root, 'ngsw.json'), '{}');
    // Files that keep their name from version to version are requested again each time.
    expect((await fetch(`${address}/ngsw.json`)).headers.get('cache-control')).toBe('no-cache');
    const chunk = await fetch(`${address}/main-AB12CD34.js`);
    expect([chunk.status, chunk.headers.get('cache-control')]).toEqual([
      200,
      'public, max-age=31536000, immutable',
    ]);
    expect((await fetch(`${address}/main-AB12CD35.js`)).status).toBe(404);
  });

  it('says which request it answers, and rejects ids that would break a log line', async () => {
    const named = async (id: string) =>
      (await fetch(`${shop.address}/api/session`, { headers: { 'X-Request-Id': id } })).headers.get(
        'X-Request-Id',
      );
    const id = newId();
    expect(await named(id)).toBe(id);
    for (const bad of ['a', 'x y z x y z', 'a'.repeat(65)]) expect(await named(bad)).toMatch(/^[\w-]{36}$/);
  });

  it('trusts only configured proxies, and explains why a sign-in over plain HTTP would be forgotten', async () => {
    const ask = (address: string) =>
      fetch(`${address}/api/session`, {
        headers: { 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '10.0.0.9' },
      });
    expect((await ask(await started({ GANTELET_BEHIND_TLS: 'true' }))).status).toBe(200);
    const stranger = await started({ GANTELET_BEHIND_TLS: 'true', GANTELET_TRUSTED_PROXIES: '192.0.2.7' });
    const refused = await ask(stranger);
    expect([refused.status, ((await refused.json()) as Problem).code]).toEqual([403, 'session.no-tls']);
  });

  it('logs no credentials', async () => {
    const lines: string[] = [];
    const address = await started({}, { lines });
    const headers = { cookie: 'gantelet.sid=cookie-secret', authorization: 'Bearer token-secret' };
    await fetch(`${address}/api/rounds/calendars/calendar-secret.ics`, { headers });
    await fetch(`${address}/api/session`, { headers });
    expect(lines.length).toBeGreaterThan(1);
    expect(lines.join('')).toContain('/api/rounds/calendars/[hidden]');
    expect(lines.join('')).not.toContain('-secret');
  });

  it('stores a calendar address unreadably, and returns it again for the same write', async () => {
    const mechanic = await shop.signedIn('mechanic');
    const key = newId();
    const { body } = await mechanic.call(routes.linkCalendar, { key });
    const token = /calendars\/(.+)\.ics/.exec(body.path)![1]!;
    const row = await shop.database.tables.writes.findByPk(key);
    expect(row?.get('reply')).not.toContain(token);
    expect((await mechanic.call(routes.linkCalendar, { key })).body).toEqual(body);
  });

  it('lets readers through while many writers wait for one row', async () => {
    const { sequelize } = openDatabase(shop.config.database);
    const holder = await sequelize.transaction();
    const machineId = shop.works.ids.compound;
    await sequelize.query('SELECT id FROM machines WHERE id = :machineId FOR UPDATE', {
      replacements: { machineId },
      transaction: holder,
    });
    const mechanic = await shop.signedIn('mechanic');
    const body = { trouble: 'clunk', reportedAt: shop.clock.now.toISOString() } as const;
    const writes = Array.from({ length: 20 }, () =>
      mechanic.call(routes.reportTrouble, { params: { machineId }, body }),
    );
    for (let n = 0; n < 5; n++) expect((await mechanic.call(routes.readFloor)).status).toBe(200);
    // Nothing has been written yet: the readers did not wait for the writers.
    expect(await shop.count('trouble_reports')).toBe(0);
    await holder.rollback();
    expect(new Set((await Promise.all(writes)).map(({ status }) => status))).toEqual(new Set([200]));
    await sequelize.close();
  });
});
