import { newId, routes, type PlateEntry, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('a shared plate', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let compound: string;
  let other: string;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    const machines = (await mechanic.call(routes.listMachines)).body;
    compound = shop.works.ids.compound;
    other = machines.find(({ id }) => id !== compound)!.id;
  });
  afterEach(() => shop.stop());

  const entry = (change: Partial<PlateEntry> = {}): PlateEntry => ({
    ...{ mark: 'P3', holeMm: 2.2, feedDogMark: 'F3', feedDogHoleMm: 2.6, teethRows: 2, place: 'drawer 2' },
    machineIds: [compound, other],
    ...change,
  });
  const add = (body: PlateEntry, key = newId()) => mechanic.call(routes.addPlate, { key, body });
  const machine = async (machineId: string) =>
    (await mechanic.call(routes.listMachines)).body.find(({ id }) => id === machineId)!;
  const said = ({ status, body }: { status: number; body: unknown }) => [status, (body as Problem).code];

  it('fits each machine named, and has a unique mark', async () => {
    const key = newId();
    const { status, body } = await add(entry(), key);
    expect(status).toBe(200);
    expect(body).toEqual([
      { ...entry({ machineIds: [compound, other].sort() }), id: key, on: null, version: 0 },
    ]);
    const shared = { id: key, mark: 'P3', holeMm: 2.2, feedDogHoleMm: 2.6, place: 'drawer 2', on: null };
    expect((await machine(compound)).sharedPlates).toEqual([shared]);
    expect((await machine(other)).sharedPlates).toEqual([shared]);
    expect(said(await add(entry()))).toEqual([409, 'plate.mark-taken']);
    expect(said(await add(entry({ mark: 'P4', machineIds: [newId()] })))).toEqual([404, 'machine.unknown']);
    expect(await shop.count('plates')).toBe(1);
    const operator = await shop.signedIn('operator');
    expect((await operator.call(routes.addPlate, { key: newId(), body: entry() })).status).toBe(403);
  });

  it('is on the machine that a changeover put it on, and off again when the step is reopened', async () => {
    const plateId = newId();
    await add(entry(), plateId);
    const work = { ...shop.works.work, machineId: compound, plateHoleMm: 2.2, name: 'On P3' };
    const setupId = newId();
    const saved = await mechanic.call(routes.saveSetup, { key: setupId, body: work });
    expect(saved.status).withContext('a set-up may be on a shared plate').toBe(200);
    const set = { setupId: shop.works.ids.setup, version: (await machine(compound)).version };
    await mechanic.call(routes.setPresentSetup, { params: { machineId: compound }, body: set });
    const begunAt = shop.clock.now.toISOString();
    const { body: begun } = await mechanic.call(routes.beginChangeover, {
      key: newId(),
      params: { machineId: compound },
      body: { setupId, bobbins: null, begunAt },
    });
    const step = begun.steps.find((one) => one.do === 'plate');
    expect(step?.shared).toEqual({ id: plateId, mark: 'P3', place: 'drawer 2', onMachine: null });
    const say = (outcome: 'done' | 'open') =>
      mechanic.call(routes.tickStep, {
        key: newId(),
        params: { machineId: compound, changeoverId: begun.id },
        body: { step: 'plate', outcome, tickedAt: begunAt },
      });
    const where = async () => (await mechanic.call(routes.listPlates)).body[0]?.on?.id ?? null;
    expect((await say('done')).status).toBe(200);
    expect([await where(), (await machine(compound)).plateHoleMm]).toEqual([compound, 2.2]);
    expect((await machine(other)).sharedPlates[0]?.on?.id).toBe(compound);
    await say('open');
    expect([await where(), (await machine(compound)).plateHoleMm]).toEqual([null, 2.8]);
  });

  it('is on the machine it is recorded on, and forgotten when it is removed', async () => {
    const plateId = newId();
    await add(entry(), plateId);
    const {
      id,
      zone,
      knob: _,
      presentSetupId: __,
      sharedPlates: ___,
      version,
      ...traits
    } = await machine(other);
    const revise = (plateHoleMm: number, at: number) =>
      mechanic.call(routes.reviseMachine, {
        params: { machineId: id },
        body: { ...traits, zoneId: zone.id, plateHoleMm, version: at },
      });
    expect((await revise(2.2, version)).status).toBe(200);
    expect((await machine(compound)).sharedPlates[0]?.on?.id).toBe(other);
    expect(said(await revise(3.3, version + 1))).toEqual([400, 'request.invalid']);
    const change = (sent: number, dropped: boolean) =>
      mechanic.call(routes.changePlate, {
        key: newId(),
        params: { plateId },
        body: { ...entry({ machineIds: [compound] }), version: sent, dropped },
      });
    expect((await change(0, false)).body[0]?.on)
      .withContext('it goes on that machine no longer')
      .toBeNull();
    expect(said(await change(0, false))).toEqual([409, 'version.stale']);
    expect((await change(1, true)).body).toEqual([]);
    expect((await machine(compound)).sharedPlates).toEqual([]);
  });
});
