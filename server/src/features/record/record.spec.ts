import { newId, routes, type Problem, type WithdrawableLog } from '@gantelet/contracts';
import { keepNeedle } from '../../testing/keep-needle.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('an entry logged by mistake', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let setupId: string;
  let machineId: string;
  let at: string;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    ({ setup: setupId, compound: machineId } = shop.works.ids);
    at = shop.clock.now.toISOString();
  });
  afterEach(() => shop.stop());

  const withdraw = (log: WithdrawableLog, entryId: string, client = mechanic, key = newId()) =>
    client.call(routes.withdrawEntry, { key, body: { log, entryId } });
  const codeOf = (answer: { body: unknown }) => (answer.body as Problem).code;
  const tension = async () => (await mechanic.call(routes.readTension, { params: { setupId } })).body;
  const seam = (key: string, sewnAt = at) =>
    mechanic.call(routes.logSeam, {
      key,
      params: { setupId },
      body: {
        turns: 3,
        grade: 'balanced',
        bothTight: false,
        bobbinDrop: null,
        lockDepth: null,
        preTensionTurns: null,
        bobbinContrast: false,
        sewnAt,
      },
    });

  it('no longer counts in Tension: seams, readings and saved settings', async () => {
    const [seamId, gaugeId, bobbinId, keptId] = [newId(), newId(), newId(), newId()];
    await seam(seamId);
    const params = { setupId };
    await mechanic.call(routes.logGauge, {
      key: gaugeId,
      params,
      body: { turns: 3, tensionCn: 200, pulls: 3, readAt: at },
    });
    const drop = {
      method: 'drop',
      outcome: 'creeps',
      grams: null,
      tensionCn: null,
      screwTurns: 0,
      readAt: at,
    } as const;
    await mechanic.call(routes.logBobbin, { key: bobbinId, params, body: drop });
    await mechanic.call(routes.keepSetting, {
      key: keptId,
      params,
      body: { turns: 3, sure: 0.9, claim: null, keptAt: at },
    });
    const before = await tension();
    expect([before.seams.length, before.gauge.length, before.bobbin.length, before.kept?.id]).toEqual([
      1,
      1,
      1,
      keptId,
    ]);
    for (const [log, id] of [
      ['test-seam', seamId],
      ['gauge-reading', gaugeId],
      ['bobbin-reading', bobbinId],
      ['kept-setting', keptId],
    ] as const)
      expect((await withdraw(log, id)).status)
        .withContext(log)
        .toBe(200);
    const after = await tension();
    expect([after.seams, after.gauge, after.bobbin, after.kept]).toEqual([[], [], [], null]);
    expect((await mechanic.call(routes.listBalanced)).body).toEqual([]);
    // All of it stays as evidence.
    expect([await shop.count('test_seams'), await shop.count('withdrawals')]).toEqual([1, 4]);
  });

  it('no longer counts among services, and the history says who removed it', async () => {
    const key = newId();
    await mechanic.call(routes.logService, {
      key,
      params: { machineId },
      body: { kind: 'oil', note: '', doneAt: at },
    });
    const oiled = async () =>
      (await mechanic.call(routes.readServices, { params: { machineId } })).body.find(
        ({ kind }) => kind === 'oil',
      )?.doneAt;
    expect(await oiled()).toBe(at);
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    await withdraw('service', key);
    expect(await oiled()).toBeNull();
    const { events } = (await mechanic.call(routes.readHistory, { params: { machineId } })).body;
    const service = events.find(({ id }) => id === key);
    expect(service?.kind === 'service' && service.withdrawnBy).toBe('Test mechanic');
  });

  it('no longer counts in the store: the count before it applies again', async () => {
    const { needle } = shop.works.work;
    const params = { itemId: await keepNeedle(mechanic, needle) };
    const count = (quantity: number, key: string) =>
      mechanic.call(routes.moveStoreItem, { key, params, body: { kind: 'count', quantity, note: '' } });
    const onHand = async () => (await mechanic.call(routes.readStore)).body.items[0]?.onHand;
    const [first, second] = [newId(), newId()];
    await count(12, first);
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    await count(120, second);
    await mechanic.call(routes.moveStoreItem, { params, body: { kind: 'receive', quantity: 10, note: '' } });
    expect(await onHand()).toBe(130);
    await withdraw('store-move', second);
    expect(await onHand()).toBe(22);
  });

  it('is withdrawn once, by the person who logged it or a mechanic', async () => {
    const operator = await shop.signedIn('operator');
    const [own, others] = [newId(), newId()];
    const look = (key: string, client: TestClient) =>
      client.call(routes.logSpotCheck, { key, body: { machineId, sewing: true, checkedAt: at } });
    await look(own, operator);
    await look(others, mechanic);
    expect(codeOf(await withdraw('spot-check', others, operator))).toBe('entry.others');
    const key = newId();
    const sent = await Promise.all([
      withdraw('spot-check', own, operator, key),
      withdraw('spot-check', own, operator, key),
    ]);
    expect(sent.map(({ status }) => status)).toEqual([200, 200]);
    expect(codeOf(await withdraw('spot-check', own))).toBe('entry.withdrawn');
    expect(codeOf(await withdraw('test-seam', own))).toBe('entry.unknown');
    expect(await shop.count('withdrawals')).toBe(1);
  });

  it("is not logged at all if its time is outside the shop's records", async () => {
    const logged = async (sewnAt: string) => {
      const answer = await seam(newId(), sewnAt);
      return answer.status === 200 ? 200 : (answer.body as unknown as Problem).fields?.[0]?.path;
    };
    expect(await logged('2026-03-01T07:59:00.000Z')).toBe('body.sewnAt');
    expect(await logged('2026-03-01T08:00:00.000Z')).toBe(200);
    expect(await logged('2026-03-04T10:05:00.000Z')).toBe(200);
    expect(await logged('2026-03-04T10:05:01.000Z')).toBe('body.sewnAt');
    expect(await logged('9999-12-31T00:00:00.000Z')).toBe('body.sewnAt');
  });
});
