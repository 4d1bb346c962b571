import { newId, routes, type HandSettingsEntry, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('foot, edge and speed of a job', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const entry = (change: Partial<HandSettingsEntry> = {}): HandSettingsEntry => ({
    ...{ setupId: shop.works.ids.setup, footScrewMm: 12, footTurns: null, edgeMm: 8, edgeBy: 'guide' },
    ...{ speedSpm: 600, note: '', setAt: '2026-03-04T09:30:00.000Z' },
    ...change,
  });
  const log = (body: HandSettingsEntry, key = newId()) =>
    mechanic.call(routes.logHandSettings, { key, body });
  const listed = async () =>
    (await mechanic.call(routes.listHandSettings)).body.map(({ footScrewMm, edgeMm }) => [
      footScrewMm,
      edgeMm,
    ]);

  it('are those last recorded, and the earlier ones after a withdrawal', async () => {
    expect((await log(entry())).body).toEqual(
      jasmine.objectContaining({ ...entry(), setBy: 'Test mechanic' }),
    );
    const key = newId();
    await log(entry({ footScrewMm: 14, setAt: '2026-03-04T09:40:00.000Z' }), key);
    expect(await listed()).toEqual([[14, 8]]);
    await mechanic.call(routes.withdrawEntry, { key: newId(), body: { log: 'hand-settings', entryId: key } });
    expect(await listed()).toEqual([[12, 8]]);
  });

  it('are refused if empty, or from an operator', async () => {
    const nothing = entry({ footScrewMm: null, edgeMm: null, edgeBy: null, speedSpm: null });
    const { status, body } = await log(nothing);
    expect([status, (body as unknown as Problem).fields?.[0]?.path]).toEqual([400, 'body.footScrewMm']);
    expect(((await log(entry({ setupId: newId() }))).body as unknown as Problem).code).toBe('setup.unknown');
    const operator = await shop.signedIn('operator');
    expect((await operator.call(routes.logHandSettings, { key: newId(), body: entry() })).status).toBe(403);
  });
});
