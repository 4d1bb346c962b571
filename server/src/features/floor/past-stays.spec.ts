import { newId, routes, type PastStayRow, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('past needles', () => {
  let shop: TestShop;
  let lead: TestClient;
  let machine = '';
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
    const machines = (await lead.call(routes.listMachines)).body;
    machine = machines.find(({ id }) => id === shop.works.ids.compound)!.name;
  });
  afterAll(() => shop.stop());

  const row = (day: number, change: PastStayRow = {}): PastStayRow => ({
    machine,
    needle: '135x16 NM 110 LR',
    in: `2025-06-${String(day).padStart(2, '0')} 06:00`,
    out: `2025-06-${String(day).padStart(2, '0')} 14:00`,
    why: 'worn',
    material: 'leather',
    ...change,
  });
  const take = (rows: readonly PastStayRow[], key = newId()) =>
    lead.call(routes.importPastStays, { key, body: { rows: [...rows] } });
  const fieldsOf = ({ body }: { readonly body: unknown }) =>
    (body as Problem).fields?.map(({ path }) => path);

  it('are recorded once however often they are imported, and give lives that can be fitted', async () => {
    const rows = Array.from({ length: 20 }, (_, i) => row(i + 2, { hours: String(3 + (i % 5)) }));
    const first = await take(rows);
    expect([first.status, first.body]).toEqual([200, { added: 20, there: 0 }]);
    expect((await take([...rows, row(25, { hours: '' })])).body).toEqual({
      added: 1,
      there: 20,
    });
    const { body } = await lead.call(routes.readGroupEnds, {
      params: { groupId: 'leather.cutting.flatbed' },
    });
    const hours = body.map((end) => end.hours).sort((a, b) => a - b);
    expect(hours.filter((one) => one === 3).length).toBe(4);
    // The one without hours: eight shift hours, of which the zone's needles run half.
    expect(hours.some((one) => Math.abs(one - 4) < 0.2)).toBeTrue();
  });

  it('are refused as a whole with every wrong cell, and where two needles would overlap', async () => {
    const before = await shop.count('needle_installs');
    const wrong = await take([row(2, { machine: 'No. 99' }), row(3, { needle: 'nail' })]);
    expect([wrong.status, fieldsOf(wrong)]).toEqual([400, ['body.rows.0.machine', 'body.rows.1.needle']]);
    const both = await take([
      row(2, { in: '2025-05-02 06:00', out: '2025-05-04 06:00' }),
      row(3, { in: '2025-05-03 06:00', out: '2025-05-05 06:00' }),
    ]);
    expect([both.status, fieldsOf(both)]).toEqual([400, ['body.rows.1.in']]);
    const now = shop.clock.now.toISOString().slice(0, 10);
    const late = await take([row(2, { in: '2025-12-30 06:00', out: now })]);
    expect([late.status, fieldsOf(late)]).toEqual([400, ['body.rows.0.out']]);
    expect(await shop.count('needle_installs')).toBe(before);
  });

  it('can only be entered by a lead', async () => {
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.importPastStays, { body: { rows: [row(2)] } })).status).toBe(403);
  });
});
