import { DAY_MS } from '@gantelet/core';
import { newId, routes, type Problem, type StoreItem, type StoreItemEntry } from '@gantelet/contracts';
import { keepNeedle, needleItem } from '../../testing/keep-needle.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('the store', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  beforeEach(async () => {
    await shop.database.sequelize.query('DELETE FROM store_moves');
    await shop.database.sequelize.query('DELETE FROM store_orders');
    await shop.database.sequelize.query('DELETE FROM store_items');
  });
  afterAll(() => shop.stop());

  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;
  const read = async () => (await mechanic.call(routes.readStore)).body;
  const item = async (id: string): Promise<StoreItem> => (await read()).items.find((one) => one.id === id)!;
  const later = (days: number) => {
    shop.clock.now = new Date(shop.clock.now.getTime() + days * DAY_MS);
  };
  const move = (
    itemId: string,
    kind: 'count' | 'receive' | 'use' | 'scrap',
    quantity: number,
    key = newId(),
  ) => mechanic.call(routes.moveStoreItem, { key, params: { itemId }, body: { kind, quantity, note: '' } });
  const THREAD: StoreItemEntry = {
    // No machine of the small works sews with it.
    thing: { kind: 'thread', tex: 210, constructionId: 'bonded-nylon', colour: 'black' },
    place: 'Thread shelf 1',
    supplier: 'Longacre',
    packSize: 2500,
    packPrice: 24.5,
    leadDays: 7,
    leadSpreadDays: 2,
    service: 0.95,
    shelfMonths: null,
    inUse: true,
  };
  const keep = async (entry: StoreItemEntry): Promise<string> => {
    const key = newId();
    await mechanic.call(routes.addStoreItem, { key, body: entry });
    return key;
  };

  it('counts a move from when it happened, however late it arrived, and none from outside the records', async () => {
    const id = await keep(THREAD);
    await move(id, 'count', 1000);
    const body = (kind: 'count' | 'use', quantity: number, atDays: number) => ({
      ...{ kind, quantity, note: '' },
      movedAt: new Date(shop.clock.now.getTime() + atDays * DAY_MS).toISOString(),
    });
    const params = { itemId: id };
    later(2);
    await move(id, 'use', 100);
    // Counted yesterday on a device without a network: what was used since is still subtracted.
    await mechanic.call(routes.moveStoreItem, { params, body: body('count', 800, -1) });
    expect((await item(id)).onHand).toBe(700);
    const ahead = await mechanic.call(routes.moveStoreItem, { params, body: body('use', 1, 1) });
    expect(codeOf(ahead)).toBe('time.outside');
  });

  it('suggests items in use that are not stocked, and stores each item once', async () => {
    const { needle, thread } = shop.works.work;
    expect((await read()).unlisted.needles).toContain(needle);
    await keepNeedle(mechanic, needle);
    expect((await read()).unlisted.needles).not.toContain(needle);
    const again = await mechanic.call(routes.addStoreItem, { body: needleItem(needle) });
    expect(codeOf(again)).toBe('store.listed');
    const black = { ...THREAD, thing: { ...THREAD.thing, tex: thread.tex } } as StoreItemEntry;
    const id = await keep(black);
    const shouted = { ...black, thing: { ...black.thing, colour: 'BLACK' } } as StoreItemEntry;
    expect(codeOf(await mechanic.call(routes.addStoreItem, { body: shouted }))).toBe('store.listed');
    const natural = { ...black, thing: { ...black.thing, colour: 'natural' } } as StoreItemEntry;
    await keep(natural);
    const { version } = await item(id);
    const params = { itemId: id };
    const clash = await mechanic.call(routes.reviseStoreItem, { params, body: { ...natural, version } });
    expect(codeOf(clash)).toBe('store.listed');
    const other = { ...THREAD, version, thing: { ...THREAD.thing, tex: 70 } as StoreItemEntry['thing'] };
    const changed = await mechanic.call(routes.reviseStoreItem, { params, body: other });
    expect(codeOf(changed)).toBe('store.other-thing');
    const moved = { ...black, place: 'Rack 2', version };
    expect((await mechanic.call(routes.reviseStoreItem, { params, body: moved })).status).toBe(200);
    expect(codeOf(await mechanic.call(routes.reviseStoreItem, { params, body: moved }))).toBe(
      'version.stale',
    );
    expect((await item(id)).place).toBe('Rack 2');
  });

  it('adds and subtracts moves, each once, and says what to order before it runs out', async () => {
    const id = await keep(THREAD);
    expect(await item(id)).toEqual(jasmine.objectContaining({ onHand: null, perDay: null, reorderAt: null }));
    await move(id, 'count', 10_000);
    const key = newId();
    later(10);
    await move(id, 'use', 2500, key);
    await move(id, 'use', 2500, key);
    expect((await item(id)).onHand).toBe(7500);
    later(10);
    await move(id, 'use', 2500);
    // 5,000 m in 20 days; the 95 % point of a negative binomial with mean 0.7 cones and a little more than its
    // variance is 2.
    expect(await item(id)).toEqual(
      jasmine.objectContaining({ onHand: 5000, perDay: 250, reorderAt: 5000, toOrder: 7500 }),
    );
    const csv = (await mechanic.call(routes.readOrderList)).body as unknown as string;
    expect(csv).toContain('Longacre,"Tex 210 bonded nylon, black",3,7500,m,24.5,73.5,');
    later(1);
    await move(id, 'count', 1000);
    // What the count found missing was used too.
    expect((await item(id)).perDay).toBeCloseTo(9000 / 21, 6);
    const { moves } = await item(id);
    expect(moves.map(({ kind }) => kind)).toEqual(['count', 'use', 'use', 'count']);
    const withdrawal = { log: 'store-move' as const, entryId: moves[0]!.id };
    expect((await mechanic.call(routes.withdrawEntry, { body: withdrawal })).status).toBe(200);
    expect((await item(id)).onHand).toBe(5000);
  });

  it('tracks an order until it arrives, once, and again if its receipt is withdrawn', async () => {
    const id = await keep(THREAD);
    await move(id, 'count', 2500);
    const orderId = newId();
    const body = { quantity: 5000, expectedOn: '2026-04-01' };
    await mechanic.call(routes.orderStoreItem, { key: orderId, params: { itemId: id }, body });
    expect((await item(id)).orders).toEqual([{ id: orderId, ...body }]);
    later(1);
    const receipt = newId();
    const receive = (key: string) =>
      mechanic.call(routes.receiveOrder, { key, params: { orderId }, body: { quantity: 4000 } });
    await receive(receipt);
    await receive(receipt);
    expect(await item(id)).toEqual(jasmine.objectContaining({ onHand: 6500, orders: [] }));
    expect(codeOf(await receive(newId()))).toBe('order.over');
    await mechanic.call(routes.withdrawEntry, { body: { log: 'store-move', entryId: receipt } });
    expect(await item(id)).toEqual(
      jasmine.objectContaining({ onHand: 2500, orders: [{ id: orderId, ...body }] }),
    );
    const unknown = { params: { orderId: newId() }, body: { quantity: 1 } };
    expect(codeOf(await mechanic.call(routes.receiveOrder, unknown))).toBe('order.unknown');
  });

  it('subtracts installed needles, new ones only, and ignores items not in use', async () => {
    const { needle } = shop.works.work;
    const id = await keepNeedle(mechanic, needle);
    await move(id, 'count', 20);
    later(1);
    const changed = await mechanic.call(routes.changeNeedle, {
      params: { machineId: shop.works.ids.compound },
      body: {
        removesInstallId: shop.works.ids.install,
        cause: 'scheduled',
        fragments: 'whole',
        needle,
        changedAt: shop.clock.now.toISOString(),
      },
    });
    expect(changed.status).toBe(200);
    expect((await item(id)).onHand).toBe(19);
    const { version } = await item(id);
    const rest = { ...needleItem(needle), inUse: false, version };
    await mechanic.call(routes.reviseStoreItem, { params: { itemId: id }, body: rest });
    expect(await item(id)).toEqual(jasmine.objectContaining({ reorderAt: null, toOrder: 0 }));
    expect((await mechanic.call(routes.readRounds)).body.stock).toEqual([]);
  });

  it('says what is past its shelf life, assuming the oldest is taken first', async () => {
    const id = await keep({ ...THREAD, shelfMonths: 12 });
    await move(id, 'count', 3000);
    later(200);
    await move(id, 'receive', 2500);
    expect(await item(id)).toEqual(
      jasmine.objectContaining({ overage: 0, overageFrom: jasmine.stringMatching(/^20/) as never }),
    );
    later(200);
    // The 3,000 m of the first count are 400 days old, the delivery 200.
    expect((await item(id)).overage).toBe(3000);
    await move(id, 'use', 2000);
    expect((await item(id)).overage).toBe(1000);
    await move(id, 'use', 1500);
    expect((await item(id)).overage).toBe(0);
  });

  it('refuses invalid quantities and unknown items, and tells operators nothing', async () => {
    const id = await keep(THREAD);
    expect((await move(id, 'use', 0)).status).toBe(400);
    expect((await move(id, 'count', 0)).status).toBe(200);
    expect(codeOf(await move(newId(), 'count', 3))).toBe('store.unknown');
    const operator = await shop.signedIn('operator');
    expect((await operator.call(routes.readStore)).status).toBe(403);
  });
});
