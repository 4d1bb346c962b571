import { newId, routes, type Problem, type SetupWork } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('set-ups', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const save = (change: Partial<SetupWork> = {}, key = newId()) =>
    mechanic.call(routes.saveSetup, { key, body: { ...shop.works.work, ...change } });

  it('are saved under their key and returned exactly as they were sent', async () => {
    const key = newId();
    const saved = await save({ name: 'Strap, short stitch', stitchLengthMm: 3.2 }, key);
    expect(saved.status).toBe(200);
    const { body } = await mechanic.call(routes.readSetup, { params: { setupId: key } });
    expect(body).toEqual(saved.body);
    expect(body).toEqual(
      jasmine.objectContaining({ ...shop.works.work, name: 'Strap, short stitch', stitchLengthMm: 3.2 }),
    );
    expect(body.savedBy).toBe('Test mechanic');
  });

  it('refuse a needle that does not fit the machine, saving nothing', async () => {
    const before = await shop.count('setups');
    const flat = await save({
      needle: { systemId: '130/705 H', nm: 100, pointId: 'round', finishId: 'chromed' },
    });
    const tooThick = await save({ thread: { label: 'V415', tex: 400, constructionId: 'bonded-nylon' } });
    for (const answer of [flat, tooThick]) {
      const problem = answer.body as unknown as Problem;
      expect([answer.status, problem.code, problem.fields?.[0]?.path]).toEqual([
        422,
        'setup.needle-unfit',
        'body.needle',
      ]);
    }
    expect(await shop.count('setups')).toBe(before);
  });

  it('name whatever is not in the catalogue', async () => {
    const answer = await save({ layers: [{ materialId: 'granite', thicknessMm: 2, plies: 1 }] });
    const problem = answer.body as unknown as Problem;
    expect(problem.fields?.[0]?.path).toBe('body.layers.0.materialId');
  });

  it('refuse a stale change with both versions and keep the first', async () => {
    const key = newId();
    await save({ name: 'Shared' }, key);
    const revise = (name: string, version: number) =>
      mechanic.call(routes.reviseSetup, {
        params: { setupId: key },
        body: { ...shop.works.work, name, version },
      });
    expect((await revise('First change', 0)).body.version).toBe(1);
    const stale = await revise('Second change', 0);
    const problem = stale.body as unknown as Problem;
    expect([stale.status, problem.code]).toEqual([409, 'version.stale']);
    expect(problem.data).toEqual({
      sent: 0,
      current: jasmine.objectContaining({ name: 'First change', version: 1 }),
    });
    expect((await mechanic.call(routes.readSetup, { params: { setupId: key } })).body.name).toBe(
      'First change',
    );
  });

  it('accept exactly one of many simultaneous changes', async () => {
    const key = newId();
    await save({ name: 'Contested' }, key);
    const changes = Array.from({ length: 8 }, (_, i) =>
      mechanic.call(routes.reviseSetup, {
        params: { setupId: key },
        body: { ...shop.works.work, name: `Change ${i}`, version: 0 },
      }),
    );
    const statuses = (await Promise.all(changes)).map((answer) => answer.status).sort();
    expect(statuses).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  });

  it('become the present one only on their own machine', async () => {
    const { compound, portable, setup } = shop.works.ids;
    const set = (machineId: string, version: number) =>
      mechanic.call(routes.setPresentSetup, { params: { machineId }, body: { setupId: setup, version } });
    expect((await set(portable, 0)).status).toBe(422);
    const done = await set(compound, 0);
    expect([done.body.presentSetupId, done.body.version]).toEqual([setup, 1]);
    expect((await set(compound, 0)).status).toBe(409);
  });
});
