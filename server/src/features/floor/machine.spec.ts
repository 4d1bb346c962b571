import { newId, routes, type MachineEntry, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('machines', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const entry = (shopNumber: number, change: Partial<MachineEntry> = {}): MachineEntry => ({
    shopNumber,
    name: `Cylinder ${shopNumber}`,
    machineClass: 'cylinder',
    feed: 'compound',
    duty: 'heavy',
    zoneId: shop.works.ids.zone,
    systemIds: ['135x17', '135x16'],
    shank: 'round',
    hookSide: 'front',
    plateHoleMm: 2.8,
    plates: [
      { holeMm: 2.2, feedDogHoleMm: null },
      { holeMm: 2.8, feedDogHoleMm: 3.2 },
    ],
    takeUpStrokeMm: 68,
    preTensionWraps: 1,
    bobbinSizeId: 'large',
    stitchDial: [
      { mark: 2, tenStitchesMm: 20 },
      { mark: 4, tenStitchesMm: 38 },
    ],
    drive: 'servo-reducer',
    stitchControl: 'lever-stop',
    speedInUseSpm: 400,
    speedMostSpm: 900,
    threadTex: { least: 70, most: 400 },
    needleNm: { least: null, most: 200 },
    oilNotes: 'Between the marks.',
    serviceNotes: '',
    ...change,
  });
  const register = (body: MachineEntry, key = newId()) =>
    mechanic.call(routes.registerMachine, { key, body });

  it('get one shop number each, even when two are registered in the same moment', async () => {
    const both = await Promise.all([register(entry(77)), register(entry(77)), register(entry(77))]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    const refused = both.filter(({ status }) => status === 409).map(({ body }) => body as unknown as Problem);
    for (const { code, fields } of refused)
      expect([code, fields?.[0]?.path]).toEqual(['machine.number-taken', 'body.shopNumber']);
  });

  it('are refused with the field for a used id, a system named twice and invisible characters', async () => {
    const problem = async (body: MachineEntry, key?: string) => {
      const answered = await register(body, key);
      const { code, fields } = answered.body as unknown as Problem;
      return [answered.status, code, fields?.[0]?.path];
    };
    expect(await problem(entry(78), shop.works.ids.compound)).toEqual([409, 'key.reused', 'Idempotency-Key']);
    expect(await problem(entry(78, { systemIds: ['135x17', '135x17'] }))).toEqual([
      400,
      'request.invalid',
      'body.systemIds',
    ]);
    for (const name of ['Bell \u0007', 'Two\nlines', 'Back \u202e wards'])
      expect(await problem(entry(78, { name })))
        .withContext(name)
        .toEqual([400, 'request.invalid', 'body.name']);
    const family = `Family \u{1f469}\u200d\u{1f527} ${'long '.repeat(10)}`.trim();
    expect((await register(entry(78, { name: family }))).body.name).toBe(family);
  });

  it('have a counter only if they exist', async () => {
    const lead = await shop.signedIn('lead');
    const body = { kind: 'counter' as const, name: 'Counter', machineId: newId(), token: 't'.repeat(43) };
    const { status, body: problem } = await lead.call(routes.registerDevice, { body });
    const { code, fields } = problem as unknown as Problem;
    expect([status, code, fields?.[0]?.path]).toEqual([422, 'entry.dangling', 'body.machineId']);
  });

  it('are registered under their key and returned as they were entered', async () => {
    const key = newId();
    const { status, body } = await register(entry(31), key);
    const { zoneId, ...rest } = entry(31);
    expect(status).toBe(200);
    expect(body).toEqual({
      ...rest,
      id: key,
      zone: { id: zoneId, name: 'Hall' },
      sharedPlates: [],
      knob: null,
      presentSetupId: null,
      version: 0,
    });
    const { body: all } = await mechanic.call(routes.listMachines);
    expect(all.find(({ id }) => id === key)).toEqual(body);
  });

  it('are changed as a whole, lists included, once per version', async () => {
    const key = newId();
    await register(entry(32), key);
    const change = entry(32, {
      plates: [{ holeMm: 3, feedDogHoleMm: null }],
      plateHoleMm: 3,
      stitchDial: [],
    });
    const revise = (version: number) =>
      mechanic.call(routes.reviseMachine, { params: { machineId: key }, body: { ...change, version } });
    const { body } = await revise(0);
    expect([body.plates, body.stitchDial, body.version]).toEqual([
      [{ holeMm: 3, feedDogHoleMm: null }],
      [],
      1,
    ]);
    expect((await revise(0)).status).toBe(409);
  });

  it('refuse a taken number, an unknown zone and contradictions, saving nothing', async () => {
    const before = [await shop.count('machines'), await shop.count('machine_plates')];
    const wrong = async (body: MachineEntry) => {
      const answered = await register(body);
      const problem = answered.body as unknown as Problem;
      return [answered.status, problem.code, problem.fields?.[0]?.path];
    };
    expect(await wrong(entry(1))).toEqual([409, 'machine.number-taken', 'body.shopNumber']);
    expect(await wrong(entry(33, { zoneId: newId() }))).toEqual([422, 'zone.unknown', 'body.zoneId']);
    expect(await wrong(entry(33, { plateHoleMm: 2 }))).toEqual([400, 'request.invalid', 'body.plateHoleMm']);
    expect(await wrong(entry(33, { shank: 'flat' }))).toEqual([400, 'request.invalid', 'body.shank']);
    expect(await wrong(entry(33, { systemIds: ['DPx17'] }))).toEqual([
      400,
      'request.invalid',
      'body.systemIds.0',
    ]);
    expect(await wrong(entry(33, { threadTex: { least: 90, most: 70 } }))).toEqual([
      400,
      'request.invalid',
      'body.threadTex.most',
    ]);
    expect([await shop.count('machines'), await shop.count('machine_plates')]).toEqual(before);
  });

  it('are on the plate of their present set-up', async () => {
    const key = newId();
    const { body: machine } = await register(entry(34), key);
    const work = { ...shop.works.work, machineId: key, plateHoleMm: 2.2, name: 'On the small plate' };
    const setup = newId();
    const saved = await mechanic.call(routes.saveSetup, { key: setup, body: work });
    expect(saved.status).toBe(200);
    const { body } = await mechanic.call(routes.setPresentSetup, {
      params: { machineId: key },
      body: { setupId: setup, version: machine.version },
    });
    expect([body.presentSetupId, body.plateHoleMm]).toEqual([setup, 2.2]);
    const other = await mechanic.call(routes.saveSetup, { body: { ...work, plateHoleMm: 3 } });
    expect((other.body as unknown as Problem).fields?.[0]).toEqual({
      path: 'body.plateHoleMm',
      message: 'a plate that goes on this machine: 2.2, 2.8',
    });
  });
});
