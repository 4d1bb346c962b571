import { parse } from 'csv-parse/sync';
import { EXPORTS, newId, routes } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('exported records', () => {
  let shop: TestShop;
  let lead: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
  });
  afterAll(() => shop.stop());

  const rowsOf = async (file: `${(typeof EXPORTS)[number]}.csv`) => {
    const { status, body } = await lead.call(routes.exportRecords, { params: { file } });
    expect(status).withContext(file).toBe(200);
    return parse(body, { columns: true, bom: true }) as Record<string, string>[];
  };

  it('include every table, whole', async () => {
    for (const name of EXPORTS)
      expect((await rowsOf(`${name}.csv`)).length)
        .withContext(name)
        .toBe(await shop.count(name));
    const installs = await rowsOf('needle_installs.csv');
    expect(installs[0]).toEqual(
      jasmine.objectContaining({
        id: shop.works.ids.install,
        needle_system: '135x16',
        blade_nm: '140',
        installed_at: '2026-03-03T06:00:00.000Z',
      }),
    );
  });

  it('hold no credentials, and nothing a spreadsheet would run', async () => {
    const people = await rowsOf('people.csv');
    expect(Object.keys(people[0]!)).toEqual(['id', 'name', 'role', 'sign_in_name', 'active', 'version']);
    const { status } = await lead.call(routes.addPerson, {
      key: newId(),
      body: { name: '=1+1', role: 'operator', signInName: 'sum' },
    });
    expect(status).toBe(200);
    const { body } = await lead.call(routes.exportRecords, { params: { file: 'people.csv' } });
    expect(body).toContain("'=1+1");
  });

  it('are for leads, and only of known tables', async () => {
    const mechanic = await shop.signedIn('mechanic');
    const refused = await mechanic.call(routes.exportRecords, { params: { file: 'machines.csv' } });
    expect(refused.status).toBe(403);
    const other = await lead.call(routes.exportRecords, {
      params: { file: 'sessions.csv' as 'machines.csv' },
    });
    expect(other.status).toBe(400);
  });
});
