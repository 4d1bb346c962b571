import { DAY_MS } from '@gantelet/core';
import { newId, routes, type Problem, type ServiceKindEntry } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe("the shop's own kinds of service", () => {
  let shop: TestShop;
  let lead: TestClient;
  let operator: TestClient;
  let machineId: string;

  beforeEach(async () => {
    shop = await startTestShop();
    [lead, operator] = [await shop.signedIn('lead'), await shop.signedIn('operator')];
    machineId = shop.works.ids.compound;
  });
  afterEach(() => shop.stop());

  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;
  const entry = (change: Partial<ServiceKindEntry> = {}): ServiceKindEntry => ({
    ...{
      name: 'Oil change',
      clock: 'days',
      interval: 180,
      how: 'Sewing-machine oil only, 0.4 l',
      machineClass: null,
    },
    ...change,
  });
  const add = async (change: Partial<ServiceKindEntry> = {}, key = newId()) => {
    const { status } = await lead.call(routes.addServiceKind, { key, body: entry(change) });
    expect(status).toBe(200);
    return key;
  };
  const ofMachine = async (kind: string) =>
    (await operator.call(routes.readServices, { params: { machineId } })).body.find(
      (one) => one.kind === kind,
    );
  const log = (kind: string) =>
    operator.call(routes.logService, {
      params: { machineId },
      body: { kind, note: '', doneAt: shop.clock.now.toISOString() },
    });
  const later = (days: number) => (shop.clock.now = new Date(shop.clock.now.getTime() + days * DAY_MS));

  it('appear at every machine beside the built-in ones, and become due by days since they were done', async () => {
    const id = await add();
    expect(await ofMachine(id)).toEqual(
      jasmine.objectContaining({
        name: 'Oil change',
        clock: 'days',
        since: 0,
        interval: 180,
        due: false,
        doneAt: null,
      }),
    );
    expect(await ofMachine('oil')).toEqual(jasmine.objectContaining({ name: null, clock: 'hours' }));
    later(181);
    operator = await shop.signedIn('operator');
    const due = (await operator.call(routes.listServicesDue)).body.filter(({ kind }) => kind === id);
    expect(due.map(({ since, name }) => [Math.round(since), name])).toContain([181, 'Oil change']);
    expect((await log(id)).status).toBe(200);
    expect(await ofMachine(id)).toEqual(
      jasmine.objectContaining({ since: 0, due: false, doneBy: 'Test operator' }),
    );
    later(0.001);
    const { events } = (await operator.call(routes.readHistory, { params: { machineId }, query: {} })).body;
    expect(events[0]).toEqual(
      jasmine.objectContaining({ kind: 'service', service: id, serviceName: 'Oil change' }),
    );
  });

  it('can go by running hours', async () => {
    const id = await add({ name: 'Timing check', clock: 'hours', interval: 500 });
    const [own, oil] = [await ofMachine(id), await ofMachine('oil')];
    expect(own!.since).toBeCloseTo(oil!.since, 9);
    expect(own!.interval).toBe(500);
  });

  it('can go by needle strikes since they were done, or since they were added', async () => {
    const strike = async (cause: 'accident' | 'scheduled') => {
      const { body: floor } = await operator.call(routes.readFloor);
      const machine = floor.zones.flatMap(({ machines }) => machines).find((one) => one.id === machineId)!;
      later(0.01);
      const { status } = await operator.call(routes.changeNeedle, {
        params: { machineId },
        body: {
          removesInstallId: machine.needle!.installId,
          cause,
          fragments: 'whole',
          needle: shop.works.work.needle,
          changedAt: shop.clock.now.toISOString(),
        },
      });
      expect(status).toBe(200);
    };
    await strike('accident');
    later(0.01);
    const id = await add({ name: 'Timing check', clock: 'strikes', interval: 2 });
    const count = async () => [(await ofMachine(id))!.since, (await ofMachine(id))!.due];
    expect(await count()).toEqual([0, false]);
    await strike('accident');
    await strike('scheduled');
    expect(await count()).toEqual([1, false]);
    await strike('accident');
    expect(await count()).toEqual([2, true]);
    const due = (await operator.call(routes.listServicesDue)).body.filter(({ kind }) => kind === id);
    expect(due.map((one) => [one.machineId, one.since])).toEqual([[machineId, 2]]);
    later(0.01);
    await log(id);
    expect(await count()).toEqual([0, false]);
    const half = await lead.call(routes.addServiceKind, { body: entry({ clock: 'strikes', interval: 1.5 }) });
    expect([half.status, codeOf(half)]).toEqual([400, 'request.invalid']);
  });

  it('can apply to one class of machine', async () => {
    const id = await add({ name: 'Arm guide', machineClass: 'post' });
    expect(await ofMachine(id)).toBeUndefined();
    expect(codeOf(await log(id))).toBe('service.unknown');
    later(400);
    operator = await shop.signedIn('operator');
    const due = (await operator.call(routes.listServicesDue)).body.filter(({ kind }) => kind === id);
    expect(due.map((one) => one.machineId)).not.toContain(machineId);
  });

  it('are revised and removed by the lead alone; what was logged stays in the history', async () => {
    const id = await add();
    await log(id);
    const change = (version: number, dropped: boolean, name = 'Oil change') =>
      lead.call(routes.changeServiceKind, {
        params: { kindId: id },
        body: { ...entry({ name, interval: 90 }), version, dropped },
      });
    expect((await change(0, false)).body[0]).toEqual(jasmine.objectContaining({ interval: 90, version: 1 }));
    expect(codeOf(await change(0, true))).toBe('version.stale');
    const twice = await lead.call(routes.addServiceKind, { body: entry() });
    expect([twice.status, codeOf(twice)]).toEqual([409, 'service.name-taken']);
    const mechanic = await shop.signedIn('mechanic');
    expect((await mechanic.call(routes.addServiceKind, { body: entry({ name: 'Belt' }) })).status).toBe(403);
    expect((await change(1, true)).body).toEqual([]);
    expect(await ofMachine(id)).toBeUndefined();
    later(0.001);
    const { events } = (await operator.call(routes.readHistory, { params: { machineId }, query: {} })).body;
    expect(events[0]).toEqual(jasmine.objectContaining({ serviceName: 'Oil change' }));
  });
});
