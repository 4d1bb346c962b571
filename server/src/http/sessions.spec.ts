import { routes, type Problem } from '@gantelet/contracts';
import { TEST_PEOPLE } from '../testing/small-works.js';
import { prune } from '../jobs/prune.js';
import { TestClient } from '../testing/test-client.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';

describe('a session', () => {
  let shop: TestShop;
  beforeEach(async () => {
    shop = await startTestShop();
  });
  afterEach(() => shop.stop());

  const person = async (client: TestClient) => (await client.call(routes.readSession)).body.person;
  const run = (sql: string) => shop.database.sequelize.query(sql);

  it('that has expired is invalid, though its row still exists', async () => {
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

  it("ends on every device when its person says so, and nobody else's does", async () => {
    const [tablet, phone, other] = [
      await shop.signedIn('mechanic'),
      await shop.signedIn('mechanic'),
      await shop.signedIn('lead'),
    ];
    expect((await tablet.call(routes.signOutEverywhere)).status).toBe(200);
    expect([await person(tablet), await person(phone)]).toEqual([null, null]);
    expect(await person(other)).not.toBeNull();
  });

  it('ends on every other device when its person changes the password, which applies from then on', async () => {
    const [tablet, phone, other] = [
      await shop.signedIn('operator'),
      await shop.signedIn('operator'),
      await shop.signedIn('lead'),
    ];
    const { password: old } = TEST_PEOPLE.operator;
    const change = (current: string, next: string) =>
      tablet.call(routes.changePassword, { body: { current, next } });
    const wrong = await change('not the password', 'a new one for me');
    expect([wrong.status, (wrong.body as unknown as Problem).code]).toEqual([422, 'password.wrong']);
    expect(await person(phone)).not.toBeNull();
    const short = await change(old, 'short');
    expect(short.status).toBe(400);
    expect((await change(old, 'a new one for me')).status).toBe(200);
    expect([(await person(tablet))?.role, await person(phone)]).toEqual(['operator', null]);
    expect(await person(other)).not.toBeNull();
    const fresh = new TestClient(shop.address);
    const signIn = (password: string) =>
      fresh.call(routes.signIn, { body: { ...TEST_PEOPLE.operator, password } });
    expect((await signIn(old)).status).toBe(401);
    expect((await signIn('a new one for me')).status).toBe(200);
    expect((await change('a new one for me', old)).status).toBe(200);
  });

  it('lets nobody guess a password through an open session', async () => {
    const tablet = await shop.signedIn('operator');
    const guess = () =>
      tablet.call(routes.changePassword, { body: { current: 'guess', next: 'a new one for me' } });
    for (let i = 0; i < 10; i++) expect((await guess()).status).toBe(422);
    expect((await guess()).status).toBe(429);
  });

  it('ends its streams when it ends, and allows a limited number', async () => {
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

  it('is pruned when it has expired, like everything else with a retention time', async () => {
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
