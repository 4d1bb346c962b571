import { newId, routes, type PersonWithBadge, type Problem, type Session } from '@gantelet/contracts';
import { TEST_PEOPLE } from '../../testing/small-works.js';
import { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

const TOKEN = 'T'.repeat(43);
const PIN = '2580';

describe('a shared tablet', () => {
  let shop: TestShop;
  let lead: TestClient;
  let deviceId: string;
  let leadId: string;

  beforeEach(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
    deviceId = newId();
    const entry = { kind: 'tablet', name: 'Tablet by the press', machineId: null, token: TOKEN } as const;
    expect((await lead.call(routes.registerDevice, { key: deviceId, body: entry })).status).toBe(200);
    leadId = (await lead.call(routes.readSession)).body.person!.id;
  });
  afterEach(() => shop.stop());

  const choosePin = (pin: string | null = PIN, own: string = TEST_PEOPLE.lead.password) =>
    lead.call(routes.setPin, { body: { password: own, pin } });
  const byPin = async (pin = PIN, token = TOKEN, client = new TestClient(shop.address)) => {
    const answer = await client.call(routes.signInByPin, {
      body: { deviceId, token, personId: leadId, pin },
    });
    return {
      client,
      status: answer.status,
      session: answer.body,
      code: (answer.body as unknown as Problem).code,
    };
  };
  const named = () =>
    fetch(`${shop.address}/api/devices/${deviceId}/people`, {
      headers: { authorization: `Bearer ${TOKEN}` },
    });

  it("signs somebody in by their PIN, with a mechanic's rights at most", async () => {
    expect((await choosePin()).body).toEqual({ hasPin: true });
    expect(await (await named()).json()).toEqual([{ id: leadId, name: 'Test lead' }]);
    const { client, session } = await byPin();
    expect(session.person).toEqual({ id: leadId, name: 'Test lead', role: 'mechanic' });
    expect((await client.call(routes.readSession)).body.person?.role).toBe('mechanic');
    expect((await client.call(routes.listMachines)).status).toBe(200);
    expect((await client.call(routes.listPeople)).status)
      .withContext('a right of leads')
      .toBe(403);
  });

  /** Another tablet with the same token, made by the same lead. */
  const secondTablet = async () => {
    const id = newId();
    const body = { kind: 'tablet', name: 'Another', machineId: null, token: TOKEN } as const;
    await lead.call(routes.registerDevice, { key: id, body });
    return id;
  };

  it('locks a PIN after five wrong ones on all tablets together, each time for longer, until a lead lifts it', async () => {
    await choosePin();
    const tablets = [deviceId, await secondTablet(), await secondTablet()];
    const from = (tablet: number, pin = '1111') =>
      new TestClient(shop.address).call(routes.signInByPin, {
        body: { deviceId: tablets[tablet % 3]!, token: TOKEN, personId: leadId, pin },
      });
    const codeOf = async (tablet: number, pin?: string) =>
      ((await from(tablet, pin)).body as unknown as Problem).code;
    const later = (minutes: number) =>
      (shop.clock.now = new Date(shop.clock.now.getTime() + minutes * 60_000));
    const lockedFor: string[] = [];
    for (let lock = 0; lock < 3; lock++) {
      for (let i = 0; i < 5; i++)
        expect(await codeOf(i))
          .withContext(`${lock} ${i}`)
          .toBe('pin.wrong');
      const { status, body } = await from(2, PIN);
      expect([status, (body as unknown as Problem).code]).toEqual([429, 'pin.locked']);
      const [, minutes] = /Wait (\d+) minutes/.exec((body as unknown as Problem).title)!;
      lockedFor.push(minutes!);
      later(Number(minutes));
    }
    expect(lockedFor).toEqual(['5', '30', '240']);
    for (let i = 0; i < 5; i++) await codeOf(i);
    const locked = (await lead.call(routes.readSafekeeping)).body.locked;
    expect(locked.map(({ name, way }) => [name, way])).toEqual([['Test lead', 'pin']]);
    await lead.call(routes.liftLock, { key: newId(), params: { personId: leadId }, body: {} });
    expect((await lead.call(routes.readSafekeeping)).body.locked).toEqual([]);
    expect((await from(1, PIN)).status).toBe(200);
  });

  it('is not opened by many guesses at once, and not for longer by a clock that was set back', async () => {
    await choosePin();
    const guesses = await Promise.all(Array.from({ length: 12 }, () => byPin('1111')));
    expect(guesses.filter(({ code }) => code === 'pin.wrong').length).toBeLessThanOrEqual(5);
    expect((await byPin()).code).toBe('pin.locked');
    shop.clock.now = new Date(shop.clock.now.getTime() - 24 * 3_600_000);
    expect((await byPin()).status).toBe(200);
  });

  it("keeps a mechanic's rights after a change of password there", async () => {
    await choosePin();
    const { client } = await byPin();
    const change = { current: TEST_PEOPLE.lead.password, next: 'welts and bindings 7' };
    const { status, body } = await client.call(routes.changePassword, { body: change });
    expect([status, body.person?.role]).toEqual([200, 'mechanic']);
    expect((await client.call(routes.readSession)).body.person?.role).toBe('mechanic');
    expect((await client.call(routes.listPeople)).status).toBe(403);
  });

  it('allows five attempts, and none on a device that is no tablet, is blocked, or has another token', async () => {
    await choosePin();
    expect((await byPin(PIN, 'U'.repeat(43))).code).toBe('tablet.unknown');
    for (let i = 0; i < 5; i++) expect((await byPin('1111')).code).toBe('pin.wrong');
    expect((await byPin()).code)
      .withContext('after five tries in vain')
      .toBe('pin.locked');
    await lead.call(routes.revokeDevice, { key: newId(), params: { deviceId } });
    expect((await named()).status).toBe(401);
  });

  it('accepts a PIN only with the password, and not a common one', async () => {
    expect((await choosePin(PIN, 'not my password')).status).toBe(422);
    expect((await choosePin('1234')).status).toBe(400);
    await choosePin();
    expect((await choosePin(null)).body).toEqual({ hasPin: false });
    expect(await (await named()).json()).toEqual([]);
    expect((await byPin()).code).toBe('pin.wrong');
  });

  it('signs somebody in by their last badge, until they leave', async () => {
    const { body: people } = await lead.call(routes.listPeople);
    const operator = people.find(({ role }) => role === 'operator')!;
    const make = async (): Promise<PersonWithBadge> =>
      (await lead.call(routes.makeBadge, { key: newId(), params: { personId: operator.id } })).body;
    const byBadge = (badge: string) =>
      new TestClient(shop.address).call(routes.signInByBadge, { body: { deviceId, token: TOKEN, badge } });
    const lost = await make();
    const { badge } = await make();
    expect(badge).toMatch(/^GB-[A-Z2-9]{25}$/);
    expect(((await byBadge(lost.badge)).body as unknown as Problem).code).toBe('badge.wrong');
    expect(((await byBadge(badge)).body as Session).person?.id).toBe(operator.id);
    const { id: personId, name, role, signInName, version } = operator;
    const gone = { name, role, signInName, version, active: false };
    expect((await lead.call(routes.revisePerson, { params: { personId }, body: gone })).status).toBe(200);
    expect(((await byBadge(badge)).body as unknown as Problem).code).toBe('badge.wrong');
    expect(await shop.count('person_passes')).toBe(0);
    const again = await lead.call(routes.makeBadge, { key: newId(), params: { personId } });
    expect((again.body as unknown as Problem).code).toBe('person.left');
  });

  it('stores neither PIN nor badge in the clear', async () => {
    await choosePin();
    const { body } = await lead.call(routes.makeBadge, { key: newId(), params: { personId: leadId } });
    const [rows] = await shop.database.sequelize.query('SELECT * FROM person_passes');
    const [writes] = await shop.database.sequelize.query('SELECT reply FROM writes');
    const kept = JSON.stringify([rows, writes]);
    expect([kept.includes(body.badge), kept.includes(`"${PIN}"`)]).toEqual([false, false]);
  });

  it('signs people out after ten minutes without activity', async () => {
    await choosePin();
    await byPin();
    const [rows] = await shop.database.sequelize.query(
      `SELECT TIMESTAMPDIFF(MINUTE, NOW(6), expires) AS minutes FROM sessions ORDER BY expires LIMIT 1`,
    );
    expect(Number((rows as { minutes: number }[])[0]!.minutes)).toBeLessThan(10);
  });
});
