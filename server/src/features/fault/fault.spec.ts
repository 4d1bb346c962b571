import { newId, routes, type FaultCaseInput, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

describe('faults', () => {
  let shop: TestShop;
  let operator: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
  });
  afterAll(() => shop.stop());

  const fault = (change: Partial<FaultCaseInput> = {}): FaultCaseInput => ({
    machineId: shop.works.ids.compound,
    symptomId: 'skips',
    evidence: { hours: 2, strike: 0 },
    findings: [
      { did: 'look', checkId: 'seatLook', found: null },
      { did: 'swap', checkId: 'newNeedle', seams: [true, true] },
    ],
    foundAt: ['2026-03-04T09:42:00.000Z', '2026-03-04T09:51:00.000Z'],
    ending: 'mended',
    causeId: 'n_blunt',
    note: 'hook side',
    beganAt: '2026-03-04T09:40:00.000Z',
    endedAt: '2026-03-04T09:52:00.000Z',
    ...change,
  });
  const log = (body: FaultCaseInput, key = newId()) => operator.call(routes.logFaultCase, { key, body });

  it("are stored once as they were traced, and appear in their machine's history", async () => {
    const key = newId();
    const logged = await log(fault(), key);
    expect(logged.body).toEqual({ id: key, ...fault(), endedBy: 'Test operator' });
    await log(fault(), key);
    const { body } = await operator.call(routes.listFaultCases);
    expect(body).toEqual([logged.body]);
    const history = await operator.call(routes.readHistory, {
      params: { machineId: shop.works.ids.compound },
    });
    expect(history.body.events).toContain({
      ...{ kind: 'fault', id: key, at: '2026-03-04T09:52:00.000Z', by: 'Test operator' },
      ...{ symptom: 'skips', ending: 'mended', cause: 'n_blunt', note: 'hook side' },
    });
  });

  it('start with what the logs say about the machine', async () => {
    const machineId = shop.works.ids.compound;
    const facts = async () => (await operator.call(routes.readFaultFacts, { params: { machineId } })).body;
    expect(await facts()).toEqual(
      jasmine.objectContaining({ changedOver: false, newThread: null, newLot: null, knobTurned: false }),
    );
    const mechanic = await shop.signedIn('mechanic');
    const { body: machines } = await mechanic.call(routes.listMachines);
    const { version } = machines.find(({ id }) => id === machineId)!;
    await mechanic.call(routes.setPresentSetup, {
      params: { machineId },
      body: { setupId: shop.works.ids.setup, version },
    });
    const seam = {
      ...{ grade: 'dots-below' as const, bothTight: false, bobbinDrop: null, lockDepth: null },
      ...{ preTensionTurns: null, bobbinContrast: false, sewnAt: '2026-03-04T09:30:00.000Z' },
    };
    for (const turns of [2, 2.5])
      await mechanic.call(routes.logSeam, {
        params: { setupId: shop.works.ids.setup },
        body: { ...seam, turns },
      });
    expect(await facts()).toEqual(
      jasmine.objectContaining({ changedOver: true, newThread: false, knobTurned: true }),
    );
    const nowhere = await operator.call(routes.readFaultFacts, { params: { machineId: newId() } });
    expect(nowhere.status).toBe(404);
  });

  it('are refused with the field if they name something unknown', async () => {
    const bad: readonly [Partial<FaultCaseInput>, string][] = [
      [{ evidence: { mood: 1 } }, 'body.evidence.mood'],
      [{ foundAt: ['2026-03-04T09:42:00.000Z'] }, 'body.foundAt'],
      [{ evidence: { hours: 4 } }, 'body.evidence.hours'],
      [{ findings: [{ did: 'probe', checkId: 'pull', outcome: 5 }], foundAt: [] }, 'body.findings.0.outcome'],
      [
        { findings: [{ did: 'look', checkId: 'newNeedle', found: null }], foundAt: [] },
        'body.findings.0.checkId',
      ],
      [{ causeId: 'gremlin' }, 'body.causeId'],
    ];
    for (const [change, path] of bad) {
      const { status, body } = await log(fault(change));
      expect([status, (body as unknown as Problem).fields?.[0]?.path]).toEqual([400, path]);
    }
    const before = await log(fault({ endedAt: '2026-03-04T09:39:00.000Z' }));
    expect((before.body as unknown as Problem).code).toBe('time.outside');
    const nowhere = await log(fault({ machineId: newId() }));
    expect((nowhere.body as unknown as Problem).code).toBe('machine.unknown');
  });
});
