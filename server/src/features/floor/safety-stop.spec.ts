import * as fc from 'fast-check';
import { newId, routes, type Clearance, type FloorMachine, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('a machine with a missing piece', () => {
  let shop: TestShop;
  let operator: TestClient;
  let mechanic: TestClient;
  let machineId: string;
  beforeEach(async () => {
    shop = await startTestShop();
    machineId = shop.works.ids.compound;
    [operator, mechanic] = [await shop.signedIn('operator'), await shop.signedIn('mechanic')];
  });
  afterEach(() => shop.stop());

  const standing = async (): Promise<FloorMachine> =>
    (await mechanic.call(routes.readFloor)).body.zones
      .flatMap(({ machines }) => machines)
      .find(({ id }) => id === machineId)!;
  const change = (
    removesInstallId: string | null,
    fragments: 'whole' | 'all-found' | 'missing' = 'missing',
    client = operator,
    key = newId(),
  ) =>
    client.call(routes.changeNeedle, {
      key,
      params: { machineId },
      body: {
        removesInstallId,
        cause: 'accident',
        fragments,
        needle: shop.works.work.needle,
        changedAt: shop.clock.now.toISOString(),
      },
    });
  const undo = (installId: string, client = operator) =>
    client.call(routes.undoChange, { params: { machineId, installId }, body: {} });
  const clear = (stopId: string, client = mechanic, finding: Clearance['finding'] = 'piece-found') =>
    client.call(routes.clearMachine, {
      params: { machineId },
      body: { stopId, finding, burrsChecked: true },
    });

  it('stays stopped when the change that reported it is undone', async () => {
    const installId = newId();
    await change(shop.works.ids.install, 'missing', operator, installId);
    const undone = await undo(installId);
    expect([undone.status, undone.body.needle?.installId]).toEqual([200, shop.works.ids.install]);
    expect([undone.body.stops.length, undone.body.age?.state]).toEqual([1, 'stop']);
    const cleared = await clear(undone.body.stops[0]!.id, mechanic, 'none-missing');
    expect([cleared.body.stops, cleared.body.age?.state]).toEqual([[], 'watch']);
  });

  it('is stopped once for every missing piece, and each is cleared separately', async () => {
    const first = (await change(shop.works.ids.install)).body;
    const second = (await change(first.needle!.installId)).body;
    expect(second.stops.length).toBe(2);
    const one = await clear(second.stops[0]!.id);
    expect([one.body.stops, one.body.age?.state]).toEqual([[second.stops[1]!], 'stop']);
    expect((await clear(second.stops[0]!.id)).status).toBe(409);
    expect((await clear(second.stops[1]!.id)).body.age?.state).toBe('good');
  });

  it('cannot have its change undone once a mechanic has cleared it, and says why', async () => {
    const installId = newId();
    const { stops } = (await change(shop.works.ids.install, 'missing', operator, installId)).body;
    await clear(stops[0]!.id);
    const refused = await undo(installId);
    expect([refused.status, (refused.body as unknown as Problem).code]).toEqual([409, 'change.cleared']);
    expect((await standing()).needle?.installId).toBe(installId);
  });

  it('is stopped even if the change itself is refused, once however often it is sent', async () => {
    const { needle } = (await change(shop.works.ids.install, 'whole')).body;
    const key = newId();
    for (let sent = 0; sent < 2; sent++) {
      const late = await change(shop.works.ids.install, 'missing', operator, key);
      expect([late.status, late.body.needle?.installId]).toEqual([200, needle!.installId]);
      expect([late.body.stops.length, late.body.age?.state]).toEqual([1, 'stop']);
    }
  });

  it('is stopped even if the time of the change is impossible', async () => {
    const answered = await operator.call(routes.changeNeedle, {
      params: { machineId },
      body: {
        removesInstallId: shop.works.ids.install,
        cause: 'accident',
        fragments: 'missing',
        needle: shop.works.work.needle,
        changedAt: '0001-01-01T00:00:00.000Z',
      },
    });
    expect([answered.status, answered.body.stops[0]?.at]).toEqual([200, shop.clock.now.toISOString()]);
  });

  it('never runs again without a clearance of every piece, whatever two people do', async () => {
    const lead = await shop.signedIn('lead');
    let regrouped = 0;
    /** What the records should show: missing pieces, and those cleared. */
    const known = { missing: 0, cleared: new Set<string>(), installs: [shop.works.ids.install] };
    const check = async (): Promise<void> => {
      const machine = await standing();
      expect(machine.stops.length).toBe(known.missing - known.cleared.size);
      expect(machine.stops.every(({ id }) => !known.cleared.has(id))).toBeTrue();
      if (machine.age) expect(machine.age.state === 'stop').toBe(machine.stops.length > 0);
    };
    const present = async () => (await standing()).needle?.installId ?? null;
    const tellMissing = async (from: string | null): Promise<void> => {
      const key = newId();
      if ((await change(from, 'missing', operator, key)).status !== 200) return;
      known.missing++;
      known.installs.push(key);
    };
    const undoAny = async (n: number, client: TestClient): Promise<void> => {
      await undo(known.installs.at(-1 - (n % known.installs.length))!, client);
    };
    const clearAny = async (n: number, client: TestClient): Promise<void> => {
      const { stops } = await standing();
      const stop = stops[n % Math.max(1, stops.length)];
      if (stop && (await clear(stop.id, client)).status === 200) known.cleared.add(stop.id);
    };
    const acts: Readonly<Record<string, (n: number) => Promise<unknown>>> = {
      'piece missing': async () => tellMissing(await present()),
      'piece missing, of a needle that is gone': (n) =>
        tellMissing(known.installs[n % known.installs.length]!),
      'two people tell of one needle at once': async () => {
        const from = await present();
        await Promise.all([tellMissing(from), tellMissing(from)]);
      },
      change: async () => {
        const key = newId();
        if ((await change(await present(), 'whole', mechanic, key)).status === 200) known.installs.push(key);
      },
      undo: (n) => undoAny(n, operator),
      'undo and clear at once': (n) => Promise.all([undoAny(n, operator), clearAny(n, mechanic)]),
      clear: (n) => clearAny(n, mechanic),
      'an operator clears': (n) => clearAny(n, operator),
      'two mechanics clear at once': (n) => Promise.all([clearAny(n, mechanic), clearAny(n, mechanic)]),
      report: () =>
        operator.call(routes.reportTrouble, {
          params: { machineId },
          body: { trouble: 'clunk', reportedAt: shop.clock.now.toISOString() },
        }),
      regroup: () =>
        lead.call(routes.regroup, {
          params: { groupId: 'leather.cutting.flatbed' },
          body: { mergedInto: null, splitBy: 'size', version: regrouped++ },
        }),
    };
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom(...Object.keys(acts)), fc.nat(9)), { minLength: 6, maxLength: 14 }),
        async (plan) => {
          for (const [name, n] of plan) {
            await acts[name]!(n);
            await check();
          }
        },
      ),
      { numRuns: 12, endOnFailure: true },
    );
    expect(known.missing).toBeGreaterThan(0);
  });
});
