import { newId, routes, type FloorMachine, type NeedleChange, type Problem } from '@gantelet/contracts';
import { LOADED_AT } from '../../testing/small-works.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('the floor', () => {
  let shop: TestShop;
  let operator: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
  });
  afterEach(() => shop.stop());

  const machine = async (id = shop.works.ids.compound): Promise<FloorMachine> => {
    const { body } = await operator.call(routes.readFloor);
    return body.zones.flatMap((zone) => zone.machines).find((one) => one.id === id)!;
  };
  const change = (body: Partial<NeedleChange> = {}, key = newId()) =>
    operator.call(routes.changeNeedle, {
      key,
      params: { machineId: shop.works.ids.compound },
      body: {
        removesInstallId: shop.works.ids.install,
        cause: 'scheduled',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt: LOADED_AT.toISOString(),
        ...body,
      },
    });

  it('counts running hours as shift hours times the share the needle runs', async () => {
    // Installed on Tuesday 06:00, now Wednesday 10:00: 8 + 4 shift hours, running half of them.
    const { age, needle } = await machine();
    expect(needle?.installId).toBe(shop.works.ids.install);
    expect(age?.runningHours).toBeCloseTo(6, 9);
    expect([age?.hoursLeft, age?.state]).toEqual([2, 'watch']);
    // A part-used needle: 1 hour at installation, then 4 shift hours.
    expect((await machine(shop.works.ids.portable)).age?.runningHours).toBeCloseTo(3, 9);
  });

  it('has a needle due when its hours are up', async () => {
    shop.clock.now = new Date('2026-03-04T14:00:00Z');
    expect((await machine()).age?.state).toBe('due');
  });

  it('logs one needle out and one in, with the hours it ran and who changed it', async () => {
    const key = newId();
    const { body } = await change({}, key);
    expect([body.needle?.installId, body.needle?.installedBy, body.age?.runningHours]).toEqual([
      key,
      'Test operator',
      0,
    ]);
    const { body: floor } = await operator.call(routes.readFloor);
    expect(floor.recent[0]).toEqual(
      jasmine.objectContaining({
        machineName: 'Compound 01',
        cause: 'scheduled',
        fragments: 'whole',
        runningHours: 6,
      }),
    );
  });

  it('refuses to change a needle that somebody else has already changed', async () => {
    await change();
    const answer = await change();
    const problem = answer.body as unknown as Problem;
    expect([answer.status, problem.code]).toEqual([409, 'needle.moved-on']);
    expect(await shop.count('needle_removals')).toBe(1);
  });

  it('refuses a needle that the clamp does not take, naming those it takes', async () => {
    const answer = await change({
      needle: { systemId: '130/705 H', nm: 100, pointId: 'round', finishId: 'chromed' },
    });
    const problem = answer.body as unknown as Problem;
    expect([answer.status, problem.fields?.[0]?.message]).toEqual([
      422,
      'this machine takes 135x17 or 135x16',
    ]);
  });

  it('refuses a change before the needle was installed or in the future', async () => {
    for (const changedAt of ['2026-03-03T05:59:00.000Z', '2026-03-04T10:06:00.000Z']) {
      expect((await change({ changedAt })).status)
        .withContext(changedAt)
        .toBe(422);
    }
    expect((await change({ changedAt: '2026-03-04T10:04:00.000Z' })).status)
      .withContext('clock slack')
      .toBe(200);
  });

  it('stops a machine for a missing piece until a mechanic clears it', async () => {
    const stopped = (await change({ cause: 'accident', fragments: 'missing' })).body;
    expect(stopped.age?.state).toBe('stop');
    const [stop] = stopped.stops;
    const clearance = { stopId: stop!.id, finding: 'piece-found', burrsChecked: true } as const;
    const params = { machineId: shop.works.ids.compound };
    expect((await operator.call(routes.clearMachine, { params, body: clearance })).status).toBe(403);
    const mechanic = await shop.signedIn('mechanic');
    const unchecked = { ...clearance, burrsChecked: false } as unknown as typeof clearance;
    expect((await mechanic.call(routes.clearMachine, { params, body: unchecked })).status).toBe(400);
    const cleared = await mechanic.call(routes.clearMachine, { params, body: clearance });
    expect([cleared.body.stops, cleared.body.age?.state]).toEqual([[], 'good']);
    expect((await mechanic.call(routes.clearMachine, { params, body: clearance })).status).toBe(409);
  });

  it('accepts exactly one of many changes of one needle', async () => {
    const answers = await Promise.all(Array.from({ length: 10 }, () => change()));
    expect(answers.map((answer) => answer.status).sort()).toEqual([
      200,
      ...Array.from({ length: 9 }, () => 409),
    ]);
    expect(await shop.count('needle_installs')).toBe(3);
  });

  it('finds machines, set-ups and people by name and number, taking wildcards literally', async () => {
    const find = async (q: string) => (await operator.call(routes.search, { query: { q } })).body;
    expect((await find('01')).machines.map((m) => m.name)).toEqual(['Compound 01']);
    expect((await find('test lea')).people.map((p) => [p.name, p.role])).toEqual([['Test lead', 'lead']]);
    expect((await find('stra')).setups.map((s) => s.name)).toEqual(['Strap']);
    expect(await find('%')).toEqual({ machines: [], setups: [], lots: [], people: [] });
    expect(await find("' OR 1=1")).toEqual({ machines: [], setups: [], lots: [], people: [] });
  });
});
