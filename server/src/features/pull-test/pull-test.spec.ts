import { newId, routes, type Problem, type PullTestEntry } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('pull tests', () => {
  let shop: TestShop;
  let operator: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
  });
  afterAll(() => shop.stop());

  const entry = (change: Partial<PullTestEntry> = {}): PullTestEntry => ({
    ...{ setupId: shop.works.ids.setup, broke: 'needle-thread', forceN: 820, widthMm: 25 },
    ...{ note: 'at the corner', testedAt: '2026-03-04T09:30:00.000Z' },
    ...change,
  });
  const log = (body: PullTestEntry, key = newId()) => operator.call(routes.logPullTest, { key, body });
  const listed = async () => (await operator.call(routes.listPullTests)).body;

  it('are stored once, and no longer count once withdrawn', async () => {
    const key = newId();
    const { body } = await log(entry(), key);
    await log(entry(), key);
    expect(body).toEqual({ id: key, ...entry(), testedBy: 'Test operator' });
    await log(
      entry({ forceN: null, widthMm: null, broke: 'material', testedAt: '2026-03-04T09:40:00.000Z' }),
    );
    expect((await listed()).map(({ broke, forceN }) => [broke, forceN])).toEqual([
      ['material', null],
      ['needle-thread', 820],
    ]);
    await operator.call(routes.withdrawEntry, { key: newId(), body: { log: 'pull-test', entryId: key } });
    expect((await listed()).map(({ broke }) => broke)).toEqual(['material']);
  });

  it('are refused with the field if a force lacks its length', async () => {
    const bad: readonly [Partial<PullTestEntry>, string][] = [
      [{ widthMm: null }, 'body.widthMm'],
      [{ forceN: 0 }, 'body.forceN'],
      [{ broke: 'nothing' as never }, 'body.broke'],
    ];
    for (const [change, path] of bad) {
      const { status, body } = await log(entry(change));
      expect([status, (body as unknown as Problem).fields?.[0]?.path]).toEqual([400, path]);
    }
    const code = async (change: Partial<PullTestEntry>) =>
      ((await log(entry(change))).body as unknown as Problem).code;
    expect(await code({ setupId: newId() })).toBe('setup.unknown');
    expect(await code({ testedAt: '1999-01-01T00:00:00.000Z' })).toBe('time.outside');
  });
});
