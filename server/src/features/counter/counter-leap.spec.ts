import { newId, routes, type CounterLeap, type FloorMachine, type Problem } from '@gantelet/contracts';
import { COUNTER_TOKEN } from '../../testing/small-works.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import { addUp, dropOld, rollUp } from './roll-up.js';

/** During the early shift of the small works. */
const EIGHT = Date.parse('2026-03-04T08:00:00Z');
const LEAP = 40_000;

describe('a counter jump', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    shop.clock.now = new Date('2026-03-04T11:00:00Z');
  });
  beforeEach(async () => {
    // Readings three minutes apart, 100 stitches each; the third claims 40,000 more.
    await send([0, 100, 200, 300 + LEAP, 400 + LEAP]);
    await rollUp(shop.database);
  });
  afterEach(async () => {
    for (const table of ['counter_leaps', 'counter_readings', 'counter_hours', 'needle_counts'])
      await shop.database.sequelize.query(`DELETE FROM ${table}`);
  });
  afterAll(() => shop.stop());

  const send = (totals: readonly number[], seqs = totals.map((_, seq) => seq)) =>
    mechanic.send({
      method: 'POST',
      path: `/api/devices/${shop.works.ids.counter}/counts`,
      headers: { authorization: `Bearer ${COUNTER_TOKEN}` },
      raw: JSON.stringify({
        counts: totals.map((stitches, i) => ({
          boot: 7,
          seq: seqs[i]!,
          sentAt: new Date(EIGHT + 180_000 * seqs[i]!).toISOString(),
          stitches,
          motorMs: 1000 * seqs[i]!,
        })),
      }),
    });
  const stitches = async (): Promise<number> => {
    const { body } = await mechanic.call(routes.readFloor);
    const machine: FloorMachine = body.zones
      .flatMap(({ machines }) => machines)
      .find(({ id }) => id === shop.works.ids.compound)!;
    return Math.round(machine.counter!.stitches);
  };
  const open = async (): Promise<readonly CounterLeap[]> =>
    (await mechanic.call(routes.listCounterLeaps)).body;
  const decide = (leapId: string, accepted: boolean) =>
    mechanic.call(routes.decideCounterLeap, { params: { leapId }, body: { accepted } });
  const codeOf = (reply: { body: unknown }) => (reply.body as Problem).code;

  it('is left out of the hours and shown once, however often readings are rolled up', async () => {
    await rollUp(shop.database);
    expect(await stitches()).toBe(300);
    expect(await open()).toEqual([
      jasmine.objectContaining({
        machineId: shop.works.ids.compound,
        from: new Date(EIGHT + 360_000).toISOString(),
        to: new Date(EIGHT + 540_000).toISOString(),
        stitches: LEAP + 100,
      }),
    ]);
  });

  it('counts once a mechanic accepts it, already totalled or not, and still counts when late readings arrive', async () => {
    await addUp(shop.database, new Date('2026-03-04T12:00:00Z'));
    const [leap] = await open();
    await decide(leap!.id, true);
    expect(await stitches()).toBe(LEAP + 400);
    expect(await open()).toEqual([]);
    expect(codeOf(await decide(leap!.id, false))).toBe('leap.decided');
    await send([600 + LEAP, 500 + LEAP], [6, 5]);
    await send([650 + LEAP], [7]);
    await rollUp(shop.database);
    expect(await stitches()).toBe(LEAP + 650);
  });

  it('stays out if a mechanic rejects it', async () => {
    const [leap] = await open();
    await decide(leap!.id, false);
    expect(await stitches()).toBe(300);
    expect(await open()).toEqual([]);
  });

  it('cannot be counted once its readings have been deleted', async () => {
    await dropOld(shop.database, new Date('2026-06-04T12:00:00Z'), 30);
    const [leap] = await open();
    expect(codeOf(await decide(leap!.id, true))).toBe('leap.too-late');
    expect((await open()).length).toBe(1);
    expect(codeOf(await decide(newId(), true))).toBe('leap.unknown');
  });

  it('is for mechanics to decide', async () => {
    const operator = await shop.signedIn('operator');
    const [leap] = await open();
    const refused = await operator.call(routes.decideCounterLeap, {
      params: { leapId: leap!.id },
      body: { accepted: true },
    });
    expect(codeOf(refused)).toBe('role.insufficient');
    expect(await stitches()).toBe(300);
  });
});
