import { newId, routes, type FloorMachine, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('problem reports', () => {
  let shop: TestShop;
  let operator: TestClient;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const reportedAt = '2026-03-04T09:58:00.000Z';
  const report = (trouble: 'clunk' | 'pin-strike' | 'shredding', key = newId()) =>
    operator.call(routes.reportTrouble, {
      key,
      params: { machineId: shop.works.ids.compound },
      body: { trouble, reportedAt },
    });
  const machine = async (): Promise<FloorMachine> => {
    const { body } = await operator.call(routes.readFloor);
    return body.zones.flatMap(({ machines }) => machines).find(({ id }) => id === shop.works.ids.compound)!;
  };
  const change = async () =>
    operator.call(routes.changeNeedle, {
      params: { machineId: shop.works.ids.compound },
      body: {
        removesInstallId: (await machine()).needle!.installId,
        cause: 'wear',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt: '2026-03-04T09:59:00.000Z',
      },
    });

  it('override the hours at once, and are answered by a needle change', async () => {
    expect(['good', 'watch']).toContain((await machine()).age?.state as string);
    const { body } = await report('clunk');
    expect([body.age?.state, body.reports.map(({ trouble, reportedBy }) => [trouble, reportedBy])]).toEqual([
      'due',
      [['clunk', 'Test operator']],
    ]);
    expect((await report('pin-strike')).body.age?.state).toBe('stop');
    const changed = await change();
    expect([changed.status, changed.body.age?.state, changed.body.reports]).toEqual([200, 'good', []]);
    const where = { trouble: ['clunk', 'pin-strike'] };
    const rows = await shop.database.tables.troubleReports.findAll({ where });
    expect(rows.map((row) => row.get('finding'))).toEqual(['needle-changed', 'needle-changed']);
  });

  it('are stored once however often they are sent', async () => {
    const key = newId();
    await Promise.all([report('shredding', key), report('shredding', key)]);
    expect((await machine()).reports.length).toBe(1);
    const answer = { params: { reportId: key }, body: { finding: 'nothing-found' } } as const;
    expect((await mechanic.call(routes.answerReport, answer)).body.reports).toEqual([]);
    const again = await mechanic.call(routes.answerReport, answer);
    expect((again.body as unknown as Problem).code).toBe('report.answered');
  });

  it('cannot be made in the future, nor answered if there is none', async () => {
    const early = await operator.call(routes.reportTrouble, {
      params: { machineId: shop.works.ids.compound },
      body: { trouble: 'clunk', reportedAt: '2026-03-04T12:00:00.000Z' },
    });
    expect((early.body as unknown as Problem).fields?.[0]?.path).toBe('body.reportedAt');
    const none = await mechanic.call(routes.answerReport, {
      params: { reportId: newId() },
      body: { finding: 'mended' },
    });
    expect((none.body as unknown as Problem).code).toBe('report.unknown');
  });

  it('come before the interval of the group, which comes before the flat rule', async () => {
    expect((await machine()).planned).toEqual({ hours: 8, from: 'flat' });
    const { tables } = shop.database;
    await change();
    const row = { lifeGroup: 'leather.cutting.flatbed', fittedAt: new Date() };
    // The compound machine has no set-up in the small works: its needle belongs to no group until it does.
    const { version } = (await operator.call(routes.listMachines)).body.find(
      ({ id }) => id === shop.works.ids.compound,
    )!;
    await mechanic.call(routes.setPresentSetup, {
      params: { machineId: shop.works.ids.compound },
      body: { setupId: shop.works.ids.setup, version },
    });
    await change();
    await tables.lifeIntervals.create({ ...row, advice: 'interval', intervalHours: 5.5 });
    expect((await machine()).planned).toEqual({ hours: 5.5, from: 'life' });
    await tables.lifeIntervals.update({ advice: 'run-to-failure', intervalHours: null }, { where: {} });
    const endless = await machine();
    expect([endless.planned, endless.age?.hoursLeft, endless.age?.state]).toEqual([
      { hours: null, from: 'life' },
      null,
      'good',
    ]);
    await tables.lifeIntervals.update({ advice: 'too-little' }, { where: {} });
    expect((await machine()).planned.from).toBe('flat');
  });
});
