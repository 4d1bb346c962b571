import {
  newId,
  routes,
  type JobQueue,
  type JobQueueOrder,
  type Problem,
  type QueuedJobEntry,
} from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('waiting jobs', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let operator: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    operator = await shop.signedIn('operator');
  });
  afterAll(() => shop.stop());

  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;
  const queue = async (): Promise<JobQueue> => (await operator.call(routes.readJobQueue)).body;
  const add = (change: Partial<QueuedJobEntry> = {}, key = newId()) =>
    mechanic.call(routes.queueJob, {
      key,
      body: {
        setupId: shop.works.ids.setup,
        pieces: 40,
        sewMinutes: 90,
        dueAt: null,
        note: '',
        ...change,
      },
    });
  const order = (body: JobQueueOrder) => mechanic.call(routes.orderJobQueue, { body });
  const empty = async () => {
    for (const { id } of (await queue()).jobs)
      await operator.call(routes.endQueuedJob, { params: { jobId: id }, body: { ending: 'dropped' } });
  };
  beforeEach(empty);

  it('are added once, corrected, and leave when they are sewn', async () => {
    const key = newId();
    await add({ note: 'for the quay' }, key);
    await add({ note: 'for the quay' }, key);
    const [job, ...others] = (await queue()).jobs;
    expect(others).toEqual([]);
    expect(job).toEqual(
      jasmine.objectContaining({ id: key, pieces: 40, note: 'for the quay', machineId: null, dueIn: [] }),
    );
    const entry = { setupId: shop.works.ids.setup, pieces: null, sewMinutes: 60, dueAt: null, note: '' };
    const params = { jobId: key };
    const revised = await mechanic.call(routes.reviseQueuedJob, { params, body: entry });
    expect(revised.body.jobs[0]).toEqual(jasmine.objectContaining({ pieces: null, sewMinutes: 60 }));
    const body = { ending: 'sewn' as const };
    expect((await operator.call(routes.endQueuedJob, { params, body })).body.jobs).toEqual([]);
    expect(codeOf(await operator.call(routes.endQueuedJob, { params, body }))).toBe('queue.gone');
    expect(codeOf(await mechanic.call(routes.reviseQueuedJob, { params, body: entry }))).toBe('queue.gone');
  });

  it('say how many working minutes are left until they are due, or how many they are late', async () => {
    const day = (days: number) => new Date(shop.clock.now.getTime() + days * 24 * 3_600_000).toISOString();
    await add({ dueAt: day(7) });
    await add({ dueAt: day(14) });
    await add({ dueAt: day(-7) });
    const minutes = (await queue()).jobs.map(({ dueIn }) => dueIn[0]!.minutes);
    expect(minutes[0]).toBeGreaterThan(0);
    expect(minutes[1]).toBeCloseTo(2 * minutes[0]!, 6);
    expect(minutes[2]).toBeCloseTo(-minutes[0]!, 6);
  });

  it('are in the order somebody gave them, and refuse an order made from an outdated queue', async () => {
    await add({ note: 'a' });
    await add({ note: 'b' });
    const [a, b] = (await queue()).jobs;
    const machineId = shop.works.ids.compound;
    const lane = [
      { id: b!.id, pinned: true },
      { id: a!.id, pinned: false },
    ];
    const placed = await order({ lanes: [{ machineId, jobs: lane }], unplaced: [] });
    expect(placed.body.jobs.map(({ note, pinned }) => [note, pinned])).toEqual([
      ['b', true],
      ['a', false],
    ]);
    await add({ note: 'c' });
    expect(codeOf(await order({ lanes: [{ machineId, jobs: lane }], unplaced: [] }))).toBe('queue.moved-on');
    expect((await queue()).jobs.map(({ note }) => note)).toEqual(['b', 'a', 'c']);
    const nowhere = await order({
      lanes: [{ machineId: newId(), jobs: lane }],
      unplaced: [(await queue()).jobs[2]!.id],
    });
    expect(codeOf(nowhere)).toBe('machine.unknown');
    const twice = await order({ lanes: [{ machineId, jobs: [...lane, lane[0]!] }], unplaced: [] });
    expect(twice.status).toBe(400);
  });

  it('use existing set-ups, and are not removed by operators', async () => {
    expect(codeOf(await add({ setupId: newId() }))).toBe('setup.unknown');
    expect((await add({ sewMinutes: 0 })).status).toBe(400);
    const body = { setupId: shop.works.ids.setup, sewMinutes: 10 };
    expect((await operator.call(routes.queueJob, { body })).status).toBe(403);
  });
});
