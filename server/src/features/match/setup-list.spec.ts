import { newId, routes, type Problem, type SetupRow } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('a list of set-ups', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let row: SetupRow;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    const machines = (await mechanic.call(routes.listMachines)).body;
    const compound = machines.find(({ id }) => id === shop.works.ids.compound)!;
    row = {
      ...{ name: 'From a list', machine: String(compound.shopNumber), layers: 'veg-tan-side 2; duck-10 0.8' },
      ...{ thread: 'V92', type: 'bonded nylon', needle: '135x16 120/19', point: 'LR', stitch: '4' },
    };
  });
  afterAll(() => shop.stop());

  const take = (rows: readonly SetupRow[]) =>
    mechanic.call(routes.importSetupList, { key: newId(), body: { rows: [...rows] } });
  const wrong = async (rows: readonly SetupRow[]) =>
    ((await take(rows)).body as unknown as Problem).fields?.map(({ path }) => path);

  it('is imported as a whole, once however often it is sent', async () => {
    const { status, body } = await take([row, { ...row, name: 'Another' }]);
    expect([status, body]).toEqual([200, { added: 2, there: 0 }]);
    const saved = (await mechanic.call(routes.listSetups)).body.find(({ name }) => name === 'From a list');
    expect(saved).toEqual(
      jasmine.objectContaining({
        machineId: shop.works.ids.compound,
        thread: { label: 'V92', tex: 90, constructionId: 'bonded-nylon' },
        savedBy: 'Test mechanic',
      }),
    );
    expect((await take([row, { ...row, name: 'Third' }])).body).toEqual({ added: 1, there: 1 });
  });

  it('is refused as a whole for a wrong cell, a duplicate name, or a needle that does not fit', async () => {
    const before = await shop.count('setups');
    const good = { ...row, name: 'Good' };
    expect(await wrong([good, { ...good, name: 'X', stitch: 'long' }])).toEqual(['body.rows.1.stitch']);
    expect(await wrong([good, { ...good, name: 'GOOD' }])).toEqual(['body.rows.1.name']);
    const flat = { ...good, name: 'Y', needle: '130/705 H 100/16', point: 'round' };
    expect(await wrong([flat])).toEqual(['body.rows.0.needle']);
    expect(await wrong([{ ...good, name: 'Z', plate: '9' }])).toContain('body.rows.0.plate');
    expect(await shop.count('setups')).toBe(before);
  });
});
