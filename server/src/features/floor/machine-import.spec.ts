import { newId, routes, type MachineRow, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('a machine list', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const row = (number: number, change: Partial<MachineRow> = {}): MachineRow => ({
    number: String(number),
    name: `Machine ${number}`,
    feed: 'compound',
    systems: '135x17',
    plates: '2.2',
    ...change,
  });
  const take = (rows: MachineRow[], key = newId()) =>
    mechanic.call(routes.importMachines, { key, body: { rows } });

  it('is imported whole, and once however often it is sent', async () => {
    const rows = Array.from({ length: 40 }, (_, i) => row(100 + i));
    const before = await shop.count('machines');
    expect((await take(rows)).body).toEqual({ added: 40, there: [] });
    expect(await shop.count('machines')).toBe(before + 40);
    const again = await take([...rows, row(140)]);
    expect([again.body.added, again.body.there.length]).toEqual([1, 40]);
    const { body } = await mechanic.call(routes.listMachines);
    expect(body.find(({ shopNumber }) => shopNumber === 100)).toEqual(
      jasmine.objectContaining({ name: 'Machine 100', systemIds: ['135x17'], plateHoleMm: 2.2 }),
    );
  });

  it('is not imported at all if a row is wrong, and names the cell', async () => {
    const before = await shop.count('machines');
    const bad = await take([row(200), row(201, { feed: 'belt', zone: 'Cellar' }), row(200)]);
    const { fields = [] } = bad.body as unknown as Problem;
    expect([bad.status, fields.map(({ path }) => path)]).toEqual([
      400,
      ['body.rows.1.zone', 'body.rows.1.feed', 'body.rows.2.number'],
    ]);
    expect(await shop.count('machines')).toBe(before);
  });

  it('of five thousand machines is imported whole, or not at all', async () => {
    const many = Array.from({ length: 5000 }, (_, i) => row(1000 + i));
    const before = await shop.count('machines');
    const wrong = await take([...many.slice(0, -1), row(9000, { feed: 'belt' })]);
    expect([wrong.status, await shop.count('machines')]).toEqual([400, before]);
    const statements = await shop.statements(async () => {
      expect((await take(many)).body).toEqual({ added: 5000, there: [] });
    });
    expect(statements).withContext('in batches').toBeLessThan(60);
    expect(await shop.count('machines')).toBe(before + 5000);
    expect((await take([...many, row(999)])).status).toBe(400);
  });
});
