import { newId, routes, type Problem, type StoreRow } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('a stock list', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterEach(() => shop.stop());

  const LIST: StoreRow[] = [
    { label: '135x17 140/22', onHand: '37', place: 'Cabinet 2' },
    { label: 'V138', type: 'bonded nylon', colour: 'black', onHand: '4500' },
    { label: 'Bobbins, large hook', kind: 'part' },
  ];
  const take = (rows: StoreRow[], key = newId()) =>
    mechanic.call(routes.importStore, { key, body: { rows } });

  it('is imported whole with its counts, and once however often it is sent', async () => {
    const key = newId();
    expect((await take(LIST, key)).body).toEqual({ added: 3, there: 0 });
    expect((await take(LIST, key)).body).toEqual({ added: 3, there: 0 });
    const { items } = (await mechanic.call(routes.readStore)).body;
    expect(items.map(({ thing, onHand, place }) => [thing.kind, onHand, place])).toEqual([
      ['needle', 37, 'Cabinet 2'],
      ['part', null, ''],
      ['thread', 4500, ''],
    ]);
    const needle = items.find(({ thing }) => thing.kind === 'needle')!;
    await mechanic.call(routes.moveStoreItem, {
      params: { itemId: needle.id },
      body: { kind: 'use', quantity: 7, note: '' },
    });
    expect((await take([...LIST, { label: '135x17 NM 90' }])).body).toEqual({ added: 1, there: 3 });
    const after = (await mechanic.call(routes.readStore)).body.items.find(({ id }) => id === needle.id)!;
    expect(after.onHand).toBe(30);
  });

  it('is not imported at all if a row is wrong or repeated, and names the cell', async () => {
    const bad = await take([
      ...LIST,
      { label: '135x71 NM 140' },
      { label: 'size 138', type: 'bonded nylon', colour: 'Black' },
    ]);
    const { fields = [] } = bad.body as unknown as Problem;
    expect([bad.status, fields.map(({ path }) => path)]).toEqual([
      400,
      ['body.rows.3.label', 'body.rows.4.label'],
    ]);
    expect(await shop.count('store_items')).toBe(0);
  });
});
