import { newId, routes, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../testing/test-client.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';

describe('a keyed write', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const seam = {
    turns: 3,
    grade: 'balanced',
    bothTight: false,
    bobbinDrop: null,
    lockDepth: null,
    preTensionTurns: null,
    bobbinContrast: false,
    sewnAt: '2026-03-04T09:00:00Z',
  } as const;
  const logSeam = (key: string, turns = 3, client = mechanic) =>
    client.call(routes.logSeam, { key, params: { setupId: shop.works.ids.setup }, body: { ...seam, turns } });

  it('sent twice gives one row and the same answer', async () => {
    const key = newId();
    const before = await shop.count('test_seams');
    const first = await logSeam(key);
    const second = await logSeam(key);
    expect(first.status).toBe(200);
    expect(second).toEqual(first);
    expect(await shop.count('test_seams')).toBe(before + 1);
  });

  it('sent twelve times at once gives one row and one answer, on two server instances', async () => {
    const key = newId();
    const before = await shop.count('test_seams');
    const other = mechanic.withToken('');
    Object.assign(other, {
      token: Reflect.get(mechanic, 'token') as string,
      address: await shop.secondInstance(),
    });
    const sent = Array.from({ length: 12 }, (_, i) => logSeam(key, 4, i % 2 === 0 ? mechanic : other));
    const answers = await Promise.all(sent);
    expect(answers.map((answer) => answer.status)).toEqual(Array.from({ length: 12 }, () => 200));
    expect(new Set(answers.map((answer) => JSON.stringify(answer.body))).size).toBe(1);
    expect(await shop.count('test_seams')).toBe(before + 1);
  });

  it('refuses a key that belongs to another write or another person', async () => {
    const key = newId();
    await logSeam(key, 3);
    const before = await shop.count('test_seams');
    const changed = await logSeam(key, 3.5);
    const lead = await logSeam(key, 3, await shop.signedIn('lead'));
    expect([changed.status, (changed.body as unknown as Problem).code]).toEqual([409, 'key.reused']);
    expect([lead.status, (lead.body as unknown as Problem).code]).toEqual([409, 'key.reused']);
    expect(await shop.count('test_seams')).toBe(before);
  });

  it('releases its key when it is refused, so that a corrected one may use it', async () => {
    const key = newId();
    expect((await logSeam(key, 9)).status).toBe(422);
    expect((await logSeam(key, 8)).status).toBe(200);
  });
});
