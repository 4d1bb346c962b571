import { newId, routes, type Problem, type ShopValueInput } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe("the shop's own values", () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const set = (change: Partial<ShopValueInput>, key = newId()) =>
    mechanic.call(routes.setShopValue, {
      key,
      body: {
        valueId: 'plate.good-to',
        value: 2.2,
        standing: 'measured',
        note: '',
        replaces: null,
        ...change,
      },
    });

  it('keep their whole history with who, when and how', async () => {
    const [first, second] = [newId(), newId()];
    await set({ value: 2.2, note: 'three plates' }, first);
    await set({ value: null, standing: 'chosen', replaces: first }, second);
    const { body } = await mechanic.call(routes.listShopValues);
    const own = body.filter(({ valueId }) => valueId === 'plate.good-to');
    expect(own.map(({ id, value, note, setBy }) => [id, value, note, setBy])).toEqual([
      [first, 2.2, 'three plates', 'Test mechanic'],
      [second, null, '', 'Test mechanic'],
    ]);
  });

  it('refuse a change to a value that somebody else has set meanwhile', async () => {
    const valueId = 'strength.anchor-leather';
    const first = newId();
    expect((await set({ valueId, value: 3.5 }, first)).status).toBe(200);
    const stale = await set({ valueId, value: 4, replaces: null });
    const problem = stale.body as unknown as Problem;
    expect([stale.status, problem.code]).toEqual([409, 'value.moved-on']);
    const many = await Promise.all(
      [1, 2, 3, 4, 5].map((i) => set({ valueId, value: 3 + i / 10, replaces: first })),
    );
    expect(many.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409]);
  });

  it('must be catalogue values, within their range', async () => {
    const wrong = async (change: Partial<ShopValueInput>) =>
      ((await set(change)).body as unknown as Problem).fields?.map(
        ({ path, message }) => `${path}: ${message}`,
      );
    expect(await wrong({ valueId: 'plate.colour' })).toEqual(['body.valueId: not a value of the catalogue']);
    expect(await wrong({ valueId: 'plate.good-to', value: 60 })).toEqual([
      'body.value: allowed: 1 to 6 blades',
    ]);
  });

  it('decide which set-ups the server accepts', async () => {
    const tight = { ...shop.works.work, needle: { ...shop.works.work.needle, nm: 100 } };
    const save = () => mechanic.call(routes.saveSetup, { body: { ...tight, name: `At ${newId()}` } });
    expect((await save()).status).toBe(200);
    const key = newId();
    await set({ valueId: 'eye.stressed-below', value: 0.4, standing: 'chosen' }, key);
    expect((await save()).status).toBe(422);
    await set({ valueId: 'eye.stressed-below', value: null, replaces: key });
    expect((await save()).status).toBe(200);
  });
});
