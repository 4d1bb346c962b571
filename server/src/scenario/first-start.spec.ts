import { routes, type FirstStart, type Problem } from '@gantelet/contracts';
import { TestClient } from '../testing/test-client.js';
import { startEmptyShop, type TestShop } from '../testing/test-shop.js';

const CODE = 'K7RTM-2PQ9X';

const START: FirstStart = {
  code: CODE,
  shop: {
    name: 'Weir Lane Leather',
    timeZone: 'Europe/Oslo',
    currency: 'NOK',
    schools: { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
  },
  lead: { name: 'Ada Rowe', signInName: 'ada', password: 'waxed thread and awl' },
  zones: ['Bench hall', 'Cutting'],
  shifts: [{ name: 'Day', startMinute: 420, lengthMinutes: 480, weekdays: [1, 2, 3, 4, 5] }],
};

describe('the first start of a works', () => {
  let shop: TestShop;
  beforeEach(async () => {
    shop = await startEmptyShop(CODE);
  });
  afterEach(() => shop.stop());

  const begin = (change: Partial<FirstStart> = {}, client = new TestClient(shop.address)) =>
    client.call(routes.firstStart, { body: { ...START, ...change } });
  const codeOf = (answer: { readonly body: unknown }) => (answer.body as Problem).code;

  it('creates its lead, zones and shifts, and signs the lead in', async () => {
    const ada = new TestClient(shop.address);
    expect((await ada.call(routes.readSession)).body.firstStart).toBeTrue();
    const { status, body } = await begin({}, ada);
    expect([status, body.person?.role, body.shop?.name]).toEqual([200, 'lead', 'Weir Lane Leather']);
    expect(body.shop?.costs.currency).toBe('NOK');
    expect((await ada.call(routes.listZones)).body.map(({ name }) => name)).toEqual([
      'Bench hall',
      'Cutting',
    ]);
    const { body: calendar } = await ada.call(routes.readShopCalendar);
    expect([calendar.timeZone, calendar.shifts.map(({ name }) => name)]).toEqual(['Europe/Oslo', ['Day']]);
    // Every room has something to say about a works where nothing has been done yet.
    for (const route of [routes.readFloor, routes.readRounds, routes.readLife, routes.listSetups] as const)
      expect((await ada.call(route)).status)
        .withContext(route.path)
        .toBe(200);
    expect((await new TestClient(shop.address).call(routes.readSession)).body.firstStart).toBeFalse();
  });

  it('happens once, by whoever has the code', async () => {
    const wrong = await begin({ code: 'K7RTM-2PQ9Y' });
    expect([wrong.status, codeOf(wrong)]).toEqual([403, 'first-start.code']);
    const weak = await begin({ lead: { ...START.lead, password: 'password123' } });
    expect(codeOf(weak)).toBe('password.common');
    expect(await shop.count('people')).toBe(0);
    const both = await Promise.all([begin(), begin({ lead: { ...START.lead, signInName: 'bea' } })]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(await shop.count('people')).toBe(1);
    expect(codeOf(await begin())).toBe('first-start.done');
  });

  it('says which field is wrong, and creates nothing', async () => {
    const wrong = await begin({ zones: ['Hall', 'hall'], shop: { ...START.shop, timeZone: 'Oslo' } });
    const { fields = [] } = wrong.body as unknown as Problem;
    expect([wrong.status, fields.map(({ path }) => path)]).toEqual([
      400,
      ['body.shop.timeZone', 'body.zones'],
    ]);
    expect(await shop.count('shop')).toBe(0);
  });

  it('is protected against guessing', async () => {
    for (let i = 0; i < 10; i++) await begin({ code: `AAAAA-AAA${i}` });
    expect((await begin()).status).toBe(429);
  });
});
