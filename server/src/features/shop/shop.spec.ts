import { newId, routes, type ShopRevision, type Problem } from '@gantelet/contracts';
import { TEST_PEOPLE } from '../../testing/small-works.js';
import { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('signing in', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(() => shop.stop());

  const tryIn = (client: TestClient, password: string, signInName = 'mek') =>
    client.call(routes.signIn, { body: { signInName, password } });

  it('says who is signed in, and nothing about the shop to strangers', async () => {
    const { body } = await new TestClient(shop.address).call(routes.readSession);
    expect(body).toEqual({ csrfToken: '', person: null, shop: null, firstStart: false });
    const mechanic = await shop.signedIn('mechanic');
    const session = (await mechanic.call(routes.readSession)).body;
    expect([session.person?.role, session.shop?.name]).toEqual(['mechanic', 'Test works']);
  });

  it('answers a wrong password and an unknown name alike', async () => {
    const client = new TestClient(shop.address);
    const wrong = await tryIn(client, 'not this one');
    const unknown = await tryIn(client, 'not this one', 'nobody');
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
  });

  it('stores passwords as argon2id', async () => {
    // In a shop of its own: people in the template have quicker hashes.
    const own = await startTestShop();
    const client = await own.signedIn('mechanic');
    const body = { current: TEST_PEOPLE.mechanic.password, next: 'another secret of mine' };
    expect((await client.call(routes.changePassword, { body })).status).toBe(200);
    const row = await own.database.tables.people.findOne({ where: { signInName: 'mek' } });
    expect(row?.get('passwordHash')).toMatch(/^\$argon2id\$v=19\$m=65536,t=3,p=4\$/);
    await own.stop();
  });

  it('holds a session on any instance, until sign-out', async () => {
    const client = await shop.signedIn('mechanic');
    const elsewhere = client.withToken('');
    Object.assign(elsewhere, { address: await shop.secondInstance() });
    expect((await elsewhere.call(routes.readSession)).body.person?.role).toBe('mechanic');
    await client.call(routes.signOut);
    expect((await elsewhere.call(routes.readSession)).body.person).toBeNull();
  });

  it('accepts at most ten failed attempts in five minutes, counted across all instances', async () => {
    const clients = [new TestClient(shop.address), new TestClient(await shop.secondInstance())];
    for (let i = 0; i < 10; i++) expect((await tryIn(clients[i % 2]!, 'wrong', 'lea')).status).toBe(401);
    const blocked = await tryIn(clients[0]!, TEST_PEOPLE.lead.password, 'lea');
    expect([blocked.status, (blocked.body as unknown as Problem).code]).toEqual([429, 'session.too-many']);
    expect((await tryIn(clients[0]!, TEST_PEOPLE.operator.password, 'opa')).status).toBe(200);
  });
});

describe('house rules', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(() => shop.stop());

  it('are changed by the lead, and by nobody who saw an older version', async () => {
    const lead = await shop.signedIn('lead');
    const before = (await lead.call(routes.readSession)).body.shop!;
    const revision = {
      schools: before.schools,
      tension: { bobbin: 'bobbin-first', target: 'least-tension', step: 'bit-by-bit' },
      lifeHours: 6,
      colourMarks: [{ of: 'needle-size', nm: 110, colour: 'yellow' }],
      costs: {
        ...before.costs,
        labourPerHour: 26,
        needle: 0.75,
        spoiledWork: { ...before.costs.spoiledWork, leather: 19 },
      },
      version: before.version,
    } satisfies ShopRevision;
    const { body } = await lead.call(routes.reviseShop, { body: revision });
    expect([body.tension, body.lifeHours, body.version]).toEqual([revision.tension, 6, before.version + 1]);
    expect([body.costs, body.colourMarks]).toEqual([revision.costs, revision.colourMarks]);
    const twice = { ...revision, colourMarks: [...revision.colourMarks, ...revision.colourMarks] };
    expect((await lead.call(routes.reviseShop, { body: twice })).status).toBe(400);
    const stale = await lead.call(routes.reviseShop, { body: { ...revision, lifeHours: 9 } });
    expect([stale.status, (stale.body as unknown as Problem).code]).toEqual([409, 'version.stale']);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.readSession)).body.shop?.lifeHours).toBe(6);
    const operator = await shop.signedIn('operator');
    const labourOf = async (client: TestClient) =>
      (await client.call(routes.readSession)).body.shop?.costs.labourPerHour;
    expect([await labourOf(mechanic), await labourOf(operator)]).toEqual([26, null]);
  });
});

describe("the shop's calendar", () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(() => shop.stop());

  it('is changed by the lead, shift by shift, keeping everything in use elsewhere', async () => {
    const lead = await shop.signedIn('lead');
    const { body: calendar } = await lead.call(routes.readShopCalendar);
    expect(calendar.shifts.map(({ name, weekdays }) => [name, weekdays.join('')])).toEqual([
      ['Early', '12345'],
    ]);
    const night = { id: newId(), name: 'Night', startMinute: 1320, lengthMinutes: 480, weekdays: [4, 0] };
    const zones = calendar.zones.map((zone) => ({ ...zone, shiftIds: [...zone.shiftIds, night.id] }));
    const wanted = { ...calendar, timeZone: 'Europe/Oslo', shifts: [...calendar.shifts, night], zones };
    const { body: revised } = await lead.call(routes.reviseShopCalendar, { body: wanted });
    expect([revised.timeZone, revised.version]).toEqual(['Europe/Oslo', calendar.version + 1]);
    expect(revised.shifts.find(({ id }) => id === night.id)?.weekdays).toEqual([0, 4]);
    expect(revised.zones[0]!.shiftIds).toContain(night.id);
    const codeOf = async (body: typeof wanted) =>
      ((await lead.call(routes.reviseShopCalendar, { body })).body as unknown as Problem).code;
    expect(await codeOf(wanted)).toBe('version.stale');
    expect(await codeOf({ ...revised, shifts: [night] })).toBe('calendar.shifts');
    expect(await codeOf({ ...revised, zones: [{ zoneId: newId(), shiftIds: [] }] })).toBe('zone.unknown');
    expect(await codeOf({ ...revised, timeZone: 'Atlantis/Mid' })).toBe('request.invalid');
    expect((await lead.call(routes.readShopCalendar)).body).toEqual(revised);
  });
});
