import { DAY_MS } from '@gantelet/core';
import { newId, routes, USUAL_BUYING, type StoreItem, type StoreItemEntry } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

const SPEED_SPM = 900;

describe('thread used by machines', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    await shop.database.sequelize.query('UPDATE machines SET speed_in_use_spm = :speed', {
      replacements: { speed: SPEED_SPM },
    });
  });
  afterEach(() => shop.stop());

  const item = async (id: string): Promise<StoreItem> =>
    (await mechanic.call(routes.readStore)).body.items.find((one) => one.id === id)!;
  const later = (days: number) => {
    shop.clock.now = new Date(shop.clock.now.getTime() + days * DAY_MS);
  };
  const move = (itemId: string, kind: 'count' | 'use', quantity: number) =>
    mechanic.call(routes.moveStoreItem, { params: { itemId }, body: { kind, quantity, note: '' } });
  const keep = async (colour: string): Promise<string> => {
    const key = newId();
    const body: StoreItemEntry = {
      ...{
        thing: { kind: 'thread', tex: 135, constructionId: 'bonded-nylon', colour },
        place: '',
        supplier: '',
      },
      ...{ ...USUAL_BUYING.thread, packSize: 2500, packPrice: null, inUse: true },
    };
    await mechanic.call(routes.addStoreItem, { key, body });
    return key;
  };

  /** Metres that the compound machine sews with its needle in a number of hours; the test shop has no other. */
  const metresIn = (hours: number): number => {
    // 4 mm stitches in 4.6 mm; bonded nylon of tex 135 is 0.421 mm thick: both threads go across and down, a tenth is
    // lost.
    const stitchMm = 2 * (4 + 4.6 + 0.421);
    return (hours * 60 * SPEED_SPM * stitchMm * 1.1) / 1000;
  };
  const runningHours = async () => {
    const { zones } = (await mechanic.call(routes.readFloor)).body;
    return zones[0]!.machines.find(({ id }) => id === shop.works.ids.compound)!.age!.runningHours;
  };
  it('is subtracted from the count, unless the cones were recorded as taken', async () => {
    const id = await keep('black');
    const before = await runningHours();
    await move(id, 'count', 40_000);
    expect((await item(id)).onHand).toBeCloseTo(40_000, 3);
    later(1);
    const sewn = metresIn((await runningHours()) - before);
    expect(sewn).toBeGreaterThan(1000);
    const stands = await item(id);
    expect(stands.sewn!.isShared).toBeFalse();
    expect(stands.sewn!.sinceCount / sewn).toBeCloseTo(1, 2);
    expect(stands.onHand! / (40_000 - sewn)).toBeCloseTo(1, 3);
    // A cone taken to a machine is sewn later: it counts once.
    await move(id, 'use', 500);
    expect((await item(id)).onHand).toBeCloseTo(stands.onHand!, 6);
    await move(id, 'use', 10_000);
    expect((await item(id)).onHand).toBe(29_500);
  });

  it('is not known for a machine without a recorded speed', async () => {
    await shop.database.sequelize.query('UPDATE machines SET speed_in_use_spm = NULL');
    const id = await keep('black');
    await move(id, 'count', 40_000);
    later(1);
    expect(await item(id)).toEqual(
      jasmine.objectContaining({
        onHand: 40_000,
        sewn: { sinceCount: 0, isShared: false, machinesWithoutSpeed: 1 },
      }),
    );
  });

  it('is not separated by colour if two are in use', async () => {
    const id = await keep('black');
    const other = await keep('natural');
    await move(id, 'count', 40_000);
    await move(other, 'count', 40_000);
    later(1);
    const both = [await item(id), await item(other)];
    expect(both.map(({ onHand, sewn }) => [onHand, sewn!.isShared])).toEqual([
      [40_000, true],
      [40_000, true],
    ]);
    expect(both[0]!.sewn!.sinceCount).toBeGreaterThan(1000);
  });

  it('is sewn on the set-up that the machine had meanwhile', async () => {
    const id = await keep('black');
    await move(id, 'count', 40_000);
    const setupId = newId();
    const work = {
      ...shop.works.work,
      name: 'Thin strap',
      thread: { label: 'V69', tex: 70, constructionId: 'bonded-nylon' },
    };
    expect((await mechanic.call(routes.saveSetup, { key: setupId, body: work })).status).toBe(200);
    const machine = (await mechanic.call(routes.listMachines)).body.find(
      ({ id: one }) => one === shop.works.ids.compound,
    )!;
    const set = await mechanic.call(routes.setPresentSetup, {
      params: { machineId: machine.id },
      body: { setupId, version: machine.version },
    });
    expect(set.status).toBe(200);
    later(1);
    expect((await item(id)).onHand).toBeCloseTo(40_000, 3);
  });

  it('is ordered for jobs that need more than there is, and each need is shown beside the stock', async () => {
    const id = await keep('black');
    await move(id, 'count', 100);
    const body = { setupId: shop.works.ids.setup, sewMinutes: 600 };
    const jobId = newId();
    expect((await mechanic.call(routes.queueJob, { key: jobId, body })).status).toBe(200);
    // The needle runs half of the zone's time: 50 of 100 checks.
    const metres = metresIn(5);
    const [need, ...others] = (await mechanic.call(routes.readThreadNeeds)).body;
    expect(others).toEqual([]);
    expect(need!.neededMetres / metres).toBeCloseTo(1, 1);
    expect(need).toEqual(
      jasmine.objectContaining({ tex: 135, constructionId: 'bonded-nylon', orderedMetres: 0 }),
    );
    expect(need!.thereMetres).toBeCloseTo(100, 3);
    expect(need!.jobs.map((job) => job.jobId)).toEqual([jobId]);
    const cones = Math.ceil((need!.neededMetres - 100) / 2500);
    expect((await item(id)).toOrder).toBe(2500 * cones);
    await mechanic.call(routes.endQueuedJob, { params: { jobId }, body: { ending: 'dropped' } });
  });
});
