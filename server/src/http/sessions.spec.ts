import { routes, type Problem } from '@gantelet/contracts';
import { prune } from '../jobs/prune.js';
import type { TestClient } from '../testing/test-client.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';

describe('a session', () => {
  let shop: TestShop;
  beforeEach(async () => {
    shop = await startTestShop();
  });
  afterEach(() => shop.stop());

  const person = async (client: TestClient) => (await client.call(routes.readSession)).body.person;
  const run = (sql: string) => shop.database.sequelize.query(sql);

  it('that is over lets nobody in, though its row is still there', async () => {
    const client = await shop.signedIn('mechanic');
    expect(await person(client)).not.toBeNull();
    await run('UPDATE sessions SET expires = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND');
    expect(await person(client)).toBeNull();
    expect((await client.call(routes.readFloor)).status).toBe(401);
  });

  it('lasts twelve hours at most, however busy it is', async () => {
    const client = await shop.signedIn('mechanic');
    const hoursAgo = (hours: number) =>
      run(`UPDATE sessions SET data = JSON_SET(data, '$.signedInAtMs', ${Date.now() - hours * 3_600_000})`);
    await hoursAgo(11.9);
    expect(await person(client)).not.toBeNull();
    await hoursAgo(12.1);
    expect(await person(client)).toBeNull();
  });

  it('ends on every device when its person says so, and no other does', async () => {
    const [tablet, phone, other] = [
      await shop.signedIn('mechanic'),
      await shop.signedIn('mechanic'),
      await shop.signedIn('lead'),
    ];
    expect((await tablet.call(routes.signOutEverywhere)).status).toBe(200);
    expect([await person(tablet), await person(phone)]).toEqual([null, null]);
    expect(await person(other)).not.toBeNull();
  });

  it('takes its streams with it when it ends, and has so many and no more', async () => {
    const client = await shop.signedIn('mechanic');
    const leave = new AbortController();
    const open = () => client.open(`${shop.address}/api/floor/live`, leave.signal);
    const streams = await Promise.all(Array.from({ length: 24 }, open));
    expect(streams.every(({ status }) => status === 200)).toBeTrue();
    const refused = await open();
    expect([refused.status, ((await refused.json()) as Problem).code]).toEqual([429, 'stream.too-many']);
    const elsewhere = await shop.signedIn('mechanic');
    await elsewhere.call(routes.signOutEverywhere);
    const ended = streams.map(async ({ body }) => {
      const reader = body!.getReader();
      while (!(await reader.read()).done);
    });
    await Promise.all(ended);
    expect((await open()).status).toBe(401);
  });

  it('and all that is kept for a time is pruned when its time is over', async () => {
    const client = await shop.signedIn('mechanic');
    await client.call(routes.linkCalendar);
    await client.call(routes.signIn, { body: { signInName: 'nobody', password: 'at all' } });
    const counts = () =>
      Promise.all(['writes', 'sign_in_tries', 'sessions'].map((table) => shop.count(table)));
    const before = await counts();
    await prune(shop.database, shop.clock.now);
    expect(await counts()).toEqual(before);
    await prune(shop.database, new Date(Date.now() + 200 * 86_400_000));
    expect(await counts()).toEqual([0, 0, 0]);
  });
});
