import { newId, routes, type HookCheckEntry, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('hook checks', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let machineId: string;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    machineId = shop.works.ids.compound;
  });
  afterAll(() => shop.stop());

  const UNSEEN = { riseMm: null, aboveEyeMm: null, clearanceMm: null, loop: null, push: null } as const;
  const entry = (change: Partial<HookCheckEntry> = {}): HookCheckEntry => ({
    reading: { ...UNSEEN, riseMm: 2.9, push: 'flexes' },
    book: { riseMm: { least: 2.2, most: 2.4 }, aboveEyeMm: null, clearanceMm: null },
    set: false,
    note: 'after the strap jam',
    checkedAt: '2026-03-04T09:40:00.000Z',
    ...change,
  });
  const log = (body: HookCheckEntry, key = newId()) =>
    mechanic.call(routes.logHookCheck, { key, params: { machineId }, body });

  it("are stored once with the figures of the machine's manual, and appear in its history", async () => {
    const key = newId();
    await log(entry(), key);
    const set = entry({ set: true, checkedAt: '2026-03-04T09:50:00.000Z', note: '' });
    await log(entry(), key);
    await log(set);
    const { body } = await mechanic.call(routes.listHookChecks, { params: { machineId } });
    expect(body.map(({ set: wasSet, book }) => [wasSet, book?.riseMm])).toEqual([
      [true, { least: 2.2, most: 2.4 }],
      [false, { least: 2.2, most: 2.4 }],
    ]);
    const { body: history } = await mechanic.call(routes.readHistory, { params: { machineId } });
    expect(history.events).toContain({
      ...{
        kind: 'hook',
        id: key,
        at: '2026-03-04T09:40:00.000Z',
        by: 'Test mechanic',
        note: 'after the strap jam',
      },
      ...{ reading: { ...UNSEEN, riseMm: 2.9, push: 'flexes' }, set: false, withdrawnBy: null },
    });
  });

  it('no longer count once withdrawn, and stay in the history', async () => {
    const key = newId();
    await log(entry({ checkedAt: '2026-03-04T09:55:00.000Z' }), key);
    await mechanic.call(routes.withdrawEntry, { key: newId(), body: { log: 'hook-check', entryId: key } });
    const { body } = await mechanic.call(routes.listHookChecks, { params: { machineId } });
    expect(body.map(({ id }) => id)).not.toContain(key);
    const { body: history } = await mechanic.call(routes.readHistory, { params: { machineId } });
    expect(history.events.find(({ id }) => id === key)).toEqual(
      jasmine.objectContaining({ withdrawnBy: 'Test mechanic' }),
    );
  });

  it('are refused with the field if they are empty or contradict themselves', async () => {
    const bad: readonly [Partial<HookCheckEntry>, string][] = [
      [{ reading: UNSEEN }, 'body.reading'],
      [{ reading: { ...UNSEEN, riseMm: -1 } }, 'body.reading.riseMm'],
      [{ book: { ...entry().book!, riseMm: { least: 3, most: 2 } } }, 'body.book.riseMm.most'],
    ];
    for (const [change, path] of bad) {
      const { status, body } = await log(entry(change));
      expect([status, (body as unknown as Problem).fields?.[0]?.path]).toEqual([400, path]);
    }
    const early = await log(entry({ checkedAt: '1999-01-01T00:00:00.000Z' }));
    expect((early.body as unknown as Problem).code).toBe('time.outside');
    const operator = await shop.signedIn('operator');
    const refused = await operator.call(routes.logHookCheck, {
      ...{ key: newId(), params: { machineId } },
      body: entry(),
    });
    expect(refused.status).toBe(403);
    const nowhere = await mechanic.call(routes.listHookChecks, { params: { machineId: newId() } });
    expect(nowhere.status).toBe(404);
  });
});
