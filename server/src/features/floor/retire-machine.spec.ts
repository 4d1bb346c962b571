import { newId, routes, type Machine, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('retiring a machine', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let operator: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    operator = await shop.signedIn('operator');
  });
  afterEach(() => shop.stop());

  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;
  const id = () => shop.works.ids.compound;
  const machine = async (): Promise<Machine> =>
    (await operator.call(routes.listMachines)).body.find((one) => one.id === id())!;
  const onFloor = async () =>
    (await operator.call(routes.readFloor)).body.zones.flatMap(({ machines }) =>
      machines.map((one) => one.id),
    );
  const retire = (retired: boolean, version: number, key = newId()) =>
    mechanic.call(routes.retireMachine, { key, params: { machineId: id() }, body: { retired, version } });
  const change = () =>
    operator.call(routes.changeNeedle, {
      params: { machineId: id() },
      body: {
        removesInstallId: shop.works.ids.install,
        cause: 'scheduled',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt: shop.clock.now.toISOString(),
      },
    });

  it('removes it from every list, with its needle out and its jobs unassigned', async () => {
    const body = { setupId: shop.works.ids.setup, pieces: null, sewMinutes: 60, dueAt: null, note: '' };
    await mechanic.call(routes.queueJob, { body });
    const [job] = (await mechanic.call(routes.readJobQueue)).body.jobs;
    const lanes = [{ machineId: id(), jobs: [{ id: job!.id, pinned: true }] }];
    await mechanic.call(routes.orderJobQueue, { body: { lanes, unplaced: [] } });

    const key = newId();
    const { version } = await machine();
    expect((await retire(true, version, key)).status).toBe(200);
    expect((await retire(true, version, key)).status).toBe(200);
    expect(await machine()).toBeUndefined();
    expect(await onFloor()).not.toContain(id());
    expect((await mechanic.call(routes.search, { query: { q: 'compound' } })).body.machines).toEqual([]);
    const [waiting] = (await mechanic.call(routes.readJobQueue)).body.jobs;
    expect([waiting!.machineId, waiting!.pinned]).toEqual([null, false]);
    const [gone] = (await operator.call(routes.listRetiredMachines)).body;
    expect([gone!.id, gone!.retiredAt]).toEqual([id(), shop.clock.now.toISOString()]);
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    const { events } = (await operator.call(routes.readHistory, { params: { machineId: id() } })).body;
    expect(events.some(({ kind }) => kind === 'needle-out')).toBeTrue();
    expect(codeOf(await change())).toBe('machine.retired');
    expect(codeOf(await mechanic.call(routes.orderJobQueue, { body: { lanes, unplaced: [] } }))).toBe(
      'machine.unknown',
    );
  });

  it('is reversed by bringing it back, empty', async () => {
    const { version } = await machine();
    const retired = await retire(true, version);
    expect(codeOf(await retire(false, version))).toBe('version.stale');
    await retire(false, retired.body.version);
    expect((await machine()).presentSetupId).toBeNull();
    expect(await onFloor()).toContain(id());
    expect((await operator.call(routes.listRetiredMachines)).body).toEqual([]);
    expect(codeOf(await change())).toBe('needle.moved-on');
  });

  it('waits for an open changeover and for a missing piece', async () => {
    const { version } = await machine();
    await operator.call(routes.changeNeedle, {
      params: { machineId: id() },
      body: {
        removesInstallId: shop.works.ids.install,
        cause: 'accident',
        fragments: 'missing',
        needle: shop.works.work.needle,
        changedAt: shop.clock.now.toISOString(),
      },
    });
    expect(codeOf(await retire(true, version))).toBe('machine.stopped');
    expect(await onFloor()).toContain(id());
    const params = { machineId: id() };
    expect(
      (await operator.call(routes.retireMachine, { params, body: { retired: true, version } })).status,
    ).toBe(403);
  });
});
