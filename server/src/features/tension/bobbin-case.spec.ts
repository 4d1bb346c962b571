import { HOUR_MS } from '@gantelet/core';
import {
  newId,
  routes,
  type BobbinCaseEntry,
  type BobbinCaseView,
  type Problem,
  type TickInput,
} from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('bobbin cases', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let machineId: string;
  let heavy: string;
  let light: string;

  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    machineId = shop.works.ids.compound;
    heavy = shop.works.ids.setup;
    light = newId();
    const { body: setup } = await mechanic.call(routes.saveSetup, {
      key: light,
      body: {
        ...shop.works.work,
        name: 'Lining',
        thread: { label: 'Tex 45', tex: 45, constructionId: 'bonded-nylon' },
      },
    });
    expect(setup.id).toBe(light);
  });
  afterEach(() => shop.stop());

  const later = (hours = 1) =>
    (shop.clock.now = new Date(shop.clock.now.getTime() + hours * HOUR_MS)).toISOString();
  const entry = (mark: string, change: Partial<BobbinCaseEntry> = {}): BobbinCaseEntry => ({
    ...{ mark, latch: 'smooth', slotMostTex: null, settingScrew: null, note: '' },
    ...change,
  });
  const add = async (mark: string, change: Partial<BobbinCaseEntry> = {}) =>
    mechanic.call(routes.addBobbinCase, { params: { machineId }, body: entry(mark, change) });
  const putIn = async (caseId: string, of = machineId) =>
    mechanic.call(routes.putBobbinCaseIn, { params: { machineId: of }, body: { caseId, putInAt: later() } });
  /** The screw turned for a set-up's thread, in whichever case is in. */
  const setFor = async (setupId: string, screwTurns: number) => {
    const reading = { method: 'screw', outcome: null, grams: null, tensionCn: null } as const;
    const body = { ...reading, screwTurns, readAt: later() };
    expect((await mechanic.call(routes.logBobbin, { params: { setupId }, body })).status).toBe(200);
  };
  const cases = async (): Promise<readonly BobbinCaseView[]> =>
    (await mechanic.call(routes.listBobbinCases)).body.filter((one) => one.machineId === machineId);
  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;

  it('are one without a mark until one is marked, which inherits everything logged', async () => {
    await setFor(heavy, -0.25);
    const [unmarked] = await cases();
    expect(unmarked).toEqual(jasmine.objectContaining({ id: null, mark: null, isIn: true, setForTex: 135 }));
    const { body } = await add('A', { slotMostTex: 210, settingScrew: 'nearer-slot', note: 'the old one' });
    expect(body).toEqual(
      jasmine.objectContaining({
        mark: 'A',
        isIn: true,
        setForTex: 135,
        slotMostTex: 210,
        settingScrew: 'nearer-slot',
      }),
    );
    expect((await cases()).map(({ mark }) => mark)).toEqual(['A']);
  });

  it('each have what was logged while they were in', async () => {
    const { body: a } = await add('A');
    const { body: b } = await add('B');
    expect([a.isIn, b.isIn, b.setForTex]).toEqual([true, false, null]);
    await setFor(heavy, -0.25);
    expect((await putIn(b.id!)).body).toEqual(
      jasmine.objectContaining({ mark: 'B', isIn: true, setForTex: null }),
    );
    await setFor(light, 0.25);
    expect((await cases()).map(({ mark, isIn, setForTex }) => [mark, isIn, setForTex])).toEqual([
      ['B', true, 45],
      ['A', false, 135],
    ]);
    const view = (await mechanic.call(routes.readTension, { params: { setupId: light } })).body;
    expect(view.bobbin.map(({ tex }) => tex)).toEqual([45]);
    expect(view.cases.map(({ mark }) => mark)).toEqual(['B', 'A']);
    // Put in once more it stays, and nothing is logged.
    expect((await putIn(b.id!)).status).toBe(200);
    const again = (await mechanic.call(routes.readTension, { params: { setupId: light } })).body;
    expect(again.caseSwaps).toEqual(view.caseSwaps);
    expect(again.caseSwaps.map(({ caseId }) => caseId)).toEqual([a.id!, b.id!]);
    expect((await putIn(a.id!)).body.setForTex).toBe(135);
    expect((await cases()).map(({ resets }) => resets.count)).toEqual([0, 0]);
  });

  it('count how often one was reset for another thread in the last 90 days', async () => {
    await add('A');
    for (const [setupId, turns] of [
      [heavy, -0.25],
      [light, 0.25],
      [heavy, -0.25],
    ] as const)
      await setFor(setupId, turns);
    expect((await cases())[0]!.resets).toEqual({ count: 2, threads: [45, 135] });
    later(91 * 24);
    expect((await cases())[0]!.resets).toEqual({ count: 0, threads: [] });
  });

  it('are refused with a duplicate mark, if they spring open, or from another machine', async () => {
    const { body: a } = await add('A');
    const again = await add('A');
    expect([again.status, codeOf(again)]).toEqual([409, 'bobbin-case.mark-taken']);
    const { body: open } = await add('B', { latch: 'springs-open' });
    const refused = await putIn(open.id!);
    expect([refused.status, codeOf(refused)]).toEqual([409, 'bobbin-case.springs-open']);
    const others = (await mechanic.call(routes.listMachines)).body.find(({ id }) => id !== machineId)!;
    const elsewhere = await putIn(a.id!, others.id);
    expect([elsewhere.status, codeOf(elsewhere)]).toEqual([404, 'bobbin-case.unknown']);
    expect((await cases()).map(({ mark, isIn }) => [mark, isIn])).toEqual([
      ['A', true],
      ['B', false],
    ]);
  });

  it("are revised and discarded, but not while they are in, and not over somebody else's change", async () => {
    const { body: a } = await add('A');
    const { body: b } = await add('B');
    const change = (one: BobbinCaseView, thrownAway: boolean, version: number, mark = one.mark!) =>
      mechanic.call(routes.changeBobbinCase, {
        params: { caseId: one.id! },
        body: { ...entry(mark, { latch: 'rough' }), version, thrownAway },
      });
    const inMachine = await change(a, true, 0);
    expect([inMachine.status, codeOf(inMachine)]).toEqual([409, 'bobbin-case.is-in']);
    const written = await change(b, false, 0, 'C');
    expect(written.body).toEqual(jasmine.objectContaining({ mark: 'C', latch: 'rough', version: 1 }));
    const stale = await change(b, true, 0);
    expect([stale.status, codeOf(stale)]).toEqual([409, 'version.stale']);
    const taken = await change(b, false, 1, 'A');
    expect([taken.status, codeOf(taken)]).toEqual([409, 'bobbin-case.mark-taken']);
    expect((await change(b, true, 1, 'C')).status).toBe(200);
    expect((await cases()).map(({ mark }) => mark)).toEqual(['A']);
    expect(codeOf(await putIn(b.id!))).toBe('bobbin-case.unknown');
  });

  it('go in with a changeover if one is set for its thread, and come out when that step is reopened', async () => {
    await mechanic.call(routes.setPresentSetup, {
      params: { machineId },
      body: { setupId: heavy, version: 0 },
    });
    await add('A');
    await setFor(heavy, -0.25);
    const { body: b } = await add('B');
    await putIn(b.id!);
    await setFor(light, 0.25);
    const [, spare] = await cases();
    await putIn(spare!.id!);
    const { body: changeover } = await mechanic.call(routes.beginChangeover, {
      params: { machineId },
      body: { setupId: light, bobbins: null, begunAt: later() },
    });
    expect(changeover.steps.filter((step) => /^(case|bobbin-screw)$/.test(step.do))).toEqual([
      jasmine.objectContaining({ do: 'case', mark: 'B', setForTex: 45, fromCaseId: spare!.id }),
    ]);
    const tick = (outcome: TickInput['outcome']) =>
      mechanic.call(routes.tickStep, {
        params: { machineId, changeoverId: changeover.id },
        body: { step: 'case', outcome, tickedAt: later(), swap: null },
      });
    expect((await tick('done')).status).toBe(200);
    expect((await cases())[0]!.mark).toBe('B');
    expect((await tick('open')).status).toBe(200);
    expect((await cases())[0]!.mark).toBe('A');
  });
});
