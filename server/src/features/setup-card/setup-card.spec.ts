import { routes, SetupCardFile, type SetupCard } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('set-up cards', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const exported = async () => (await mechanic.call(routes.exportSetupCards)).body;
  const take = (cards: unknown[]) => mechanic.call(routes.importSetupCards, { body: { cards } });
  const card = async (change: Partial<SetupCard> = {}): Promise<SetupCard> => {
    const { cards } = await exported();
    return { ...cards.find(({ name }) => name === 'Strap')!, ...change };
  };

  it('are exported as a file in the published format, the machine by its shop number', async () => {
    const file = await exported();
    expect(SetupCardFile.safeParse(file).error).toBeUndefined();
    expect(file.works).toBe('Test works');
    expect((await card()).machine).toEqual({ shopNumber: 1, name: 'Compound 01' });
    const { setup } = shop.works.ids;
    const one = await mechanic.call(routes.exportSetupCards, { query: { setupId: setup } });
    expect(one.body.cards.length).toBe(1);
  });

  it('are imported as they were exported', async () => {
    const { body } = await take([await card({ name: 'Strap from elsewhere' })]);
    expect(body.refused).toEqual([]);
    const { body: saved } = await mechanic.call(routes.readSetup, {
      params: { setupId: body.kept[0]!.setupId },
    });
    expect(saved).toEqual(
      jasmine.objectContaining({
        name: 'Strap from elsewhere',
        machineId: shop.works.ids.compound,
        layers: shop.works.work.layers,
        thread: shop.works.work.thread,
        needle: shop.works.work.needle,
      }),
    );
  });

  it('are checked row by row: good rows are saved, bad rows are returned with what is wrong', async () => {
    const before = await shop.count('setups');
    const good = await card({ name: 'Good row' });
    const { status, body } = await take([
      good,
      { ...good, name: 'No such machine', machine: { shopNumber: 77 } },
      { ...good, name: 'Thick thread', thread: { ...good.thread, tex: 400 } },
      { ...good, name: '', stitchLengthMm: 'four' },
      'not a card',
      good,
    ]);
    expect(status).toBe(200);
    expect(body.kept.map(({ row, name }) => [row, name])).toEqual([[0, 'Good row']]);
    expect(body.refused.map(({ row, fields }) => [row, fields.map(({ path }) => path)])).toEqual([
      [1, ['machine.shopNumber']],
      [2, ['needle']],
      [3, ['name', 'stitchLengthMm']],
      [4, ['']],
      [5, ['name']],
    ]);
    expect(await shop.count('setups')).toBe(before + 1);
  });
});
