import { USUAL_STATIONS } from '@gantelet/core';
import { newId, routes, type Problem, type ThreadingCardEntry } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('threading cards', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let machineId: string;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    machineId = shop.works.ids.compound;
  });
  afterAll(() => shop.stop());

  const card = (change: Partial<ThreadingCardEntry> = {}): ThreadingCardEntry => ({
    stations: USUAL_STATIONS.map((station) => ({ ...station })),
    ...{ bobbinTurns: 'clockwise', winder: 'on-machine', belowRimMm: 1.2 },
    ...{ note: 'third hole for heavy thread', version: 0 },
    ...change,
  });
  const keep = (body: ThreadingCardEntry, of = machineId) =>
    mechanic.call(routes.writeThreadingCard, { key: newId(), params: { machineId: of }, body });
  const code = ({ body }: { readonly body: unknown }) => (body as Problem).code;

  it('are saved once, replaced with the version that was read, and refused with another', async () => {
    const first = await keep(card());
    const written = { ...card({ version: 1 }), machineId, writtenBy: 'Test mechanic' };
    expect(first.body).toEqual(jasmine.objectContaining(written));
    expect(code(await keep(card({ note: 'from an old page' })))).toBe('version.stale');
    const stations = card().stations.filter(({ kind }) => kind !== 'pre-tension');
    expect((await keep(card({ version: 1, stations }))).body).toEqual(
      jasmine.objectContaining({ version: 2, stations }),
    );
    const operator = await shop.signedIn('operator');
    const { body } = await operator.call(routes.listThreadingCards);
    expect(body.map((one) => [one.machineId, one.version])).toEqual([[machineId, 2]]);
  });

  it('are refused with the field if they name no known station', async () => {
    const bad: readonly [Partial<ThreadingCardEntry>, string][] = [
      [{ stations: [] }, 'body.stations'],
      [{ stations: [card().stations[0]!, { ...card().stations[1]!, x: 1.2 }] }, 'body.stations.1.x'],
      [{ belowRimMm: 0 }, 'body.belowRimMm'],
    ];
    for (const [change, path] of bad) {
      const { status, body } = await keep(card(change));
      expect([status, (body as unknown as Problem).fields?.[0]?.path]).toEqual([400, path]);
    }
    expect(code(await keep(card(), newId()))).toBe('machine.unknown');
    const operator = await shop.signedIn('operator');
    const refused = await operator.call(routes.writeThreadingCard, {
      ...{ key: newId(), params: { machineId }, body: card() },
    });
    expect(refused.status).toBe(403);
  });
});
