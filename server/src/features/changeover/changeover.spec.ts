import fc from 'fast-check';
import { machineAfter, type ChangeoverStepKind, type MachineSetting, type TickOutcome } from '@gantelet/core';
import {
  newId,
  routes,
  type Changeover,
  type FloorMachine,
  type Problem,
  type ReplyOf,
  type SetupWork,
  type TickInput,
} from '@gantelet/contracts';
import { LOADED_AT } from '../../testing/small-works.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

const MINUTE_MS = 60_000;

describe('a changeover', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let lead: TestClient;
  let light: string;
  let heavy: string;
  let machineId: string;

  beforeEach(async () => {
    shop = await startTestShop();
    [mechanic, lead] = [await shop.signedIn('mechanic'), await shop.signedIn('lead')];
    machineId = shop.works.ids.compound;
    heavy = shop.works.ids.setup;
    light = await saveLight();
    expect(
      (
        await mechanic.call(routes.setPresentSetup, {
          params: { machineId },
          body: { setupId: heavy, version: 1 },
        })
      ).status,
    ).toBe(200);
  });
  afterEach(() => shop.stop());

  /** Tex 45 in denim on a smaller plate than the strap's, which is put on the machine for it. */
  async function saveLight(): Promise<string> {
    const machine = await machineNow();
    const { id: _, zone, knob: __, presentSetupId: ___, sharedPlates: ____, ...entry } = machine;
    const plates = [...entry.plates, { holeMm: 2.2, feedDogHoleMm: null }];
    const revised = await mechanic.call(routes.reviseMachine, {
      params: { machineId },
      body: { ...entry, zoneId: zone.id, plates },
    });
    expect(revised.status).toBe(200);
    const work: SetupWork = {
      ...shop.works.work,
      name: 'Lining',
      layers: [{ materialId: 'denim', thicknessMm: 0.6, plies: 2 }],
      thread: { label: 'Tex 45', tex: 45, constructionId: 'bonded-nylon' },
      needle: { systemId: '135x17', nm: 100, pointId: 'round', finishId: 'chromed' },
      plateHoleMm: 2.2,
      stitchLengthMm: 3,
    };
    const key = newId();
    expect((await mechanic.call(routes.saveSetup, { key, body: work })).status).toBe(200);
    return key;
  }

  const machineNow = async () =>
    (await mechanic.call(routes.listMachines)).body.find(({ id }) => id === machineId)!;
  const onFloor = async (): Promise<FloorMachine> => {
    const { zones } = (await mechanic.call(routes.readFloor)).body;
    return zones[0]!.machines.find(({ id }) => id === machineId)!;
  };
  const pass = (minutes: number): string => {
    shop.clock.now = new Date(shop.clock.now.getTime() + minutes * MINUTE_MS);
    return shop.clock.now.toISOString();
  };
  const begin = (setupId: string, who = mechanic, key = newId()) =>
    who.call(routes.beginChangeover, { key, params: { machineId }, body: { setupId, begunAt: pass(1) } });
  const tick = (
    changeoverId: string,
    step: ChangeoverStepKind,
    outcome: TickOutcome = 'done',
    rest: { readonly swap?: TickInput['swap']; readonly who?: TestClient; readonly key?: string } = {},
  ) =>
    (rest.who ?? mechanic).call(routes.tickStep, {
      key: rest.key ?? newId(),
      params: { machineId, changeoverId },
      body: { step, outcome, tickedAt: pass(1), swap: rest.swap ?? null },
    });
  const end = (changeoverId: string, ending: 'finished' | 'put-aside' | 'taken-back', reason = '') =>
    mechanic.call(routes.endChangeover, {
      params: { machineId, changeoverId },
      body: { ending, reason, endedAt: pass(1) },
    });
  const swapFor = async ({ steps }: Changeover): Promise<TickInput['swap']> => {
    const step = steps.find((one) => one.do === 'needle')!;
    const { needle } = await onFloor();
    return {
      removesInstallId: needle?.installId ?? null,
      cause: 'changeover',
      fragments: 'whole',
      needle: (step as { needle: ReplyOf<typeof routes.readFloor>['partUsed'][number]['needle'] }).needle,
      lotId: null,
      keptInPocket: null,
      partUsedId: null,
    };
  };
  const tickAll = async (changeover: Changeover): Promise<void> => {
    for (const { do: step } of changeover.steps) {
      const swap = step === 'needle' ? await swapFor(changeover) : null;
      expect((await tick(changeover.id, step, 'done', { swap })).status)
        .withContext(step)
        .toBe(200);
    }
  };
  const codeOf = (answer: { readonly body: unknown }) => (answer.body as Problem).code;

  it('leads from heavy to light and back, and everything returns to its earlier state', async () => {
    const before = await onFloor();
    for (const setupId of [light, heavy]) {
      const { body } = await begin(setupId);
      await tickAll(body);
      expect((await end(body.id, 'finished')).body.end?.ending).toBe('finished');
      const machine = await machineNow();
      const { presentSetup, needle } = await onFloor();
      expect(machine.presentSetupId).toBe(setupId);
      expect(needle).toEqual(jasmine.objectContaining(presentSetup!.needle));
      expect(machine.plateHoleMm).toBe(setupId === light ? 2.2 : 2.8);
      const [bobbin] = (await mechanic.call(routes.listBobbinCases)).body;
      expect(bobbin?.setForTex).toBe(setupId === light ? 45 : 135);
    }
    const after = await onFloor();
    expect(after.presentSetup).toEqual(before.presentSetup);
    // The new needle belongs to the work it was installed for.
    const [row] = (await shop.database.sequelize.query(
      `SELECT COUNT(*) AS n FROM needle_installs WHERE setup_id = '${light}'`,
    )) as unknown as [{ n: number }[]];
    expect(Number(row[0]!.n)).toBe(1);
  });

  it('is the only one at a machine, whoever starts it, and shows on the floor meanwhile', async () => {
    const key = newId();
    const first = await begin(light, mechanic, key);
    const again = await mechanic.call(routes.beginChangeover, {
      key,
      params: { machineId },
      body: { setupId: light, begunAt: first.body.begunAt },
    });
    expect(again.body).toEqual(first.body);
    const second = await begin(light, lead);
    expect([second.status, codeOf(second)]).toEqual([409, 'changeover.under-way']);
    const { version } = await machineNow();
    const around = await mechanic.call(routes.setPresentSetup, {
      params: { machineId },
      body: { setupId: light, version },
    });
    expect(codeOf(around)).toBe('changeover.under-way');
    await tick(first.body.id, 'wind', 'done', { who: lead });
    expect((await onFloor()).changeover).toEqual({
      id: first.body.id,
      setupName: 'Lining',
      by: 'Test lead',
      step: 'power-off',
      done: 1,
      of: first.body.steps.length,
    });
  });

  it('is finished only when every step is done or skipped, and skipped ones stay in sight', async () => {
    const { body } = await begin(light);
    expect(codeOf(await end(body.id, 'finished'))).toBe('changeover.open-steps');
    for (const { do: step } of body.steps) await tick(body.id, step, 'skipped');
    const done = (await end(body.id, 'finished')).body;
    expect(done.ticks.every(({ outcome }) => outcome === 'skipped')).toBeTrue();
    // Nothing was done, so needle and plate are the old ones, and the floor says that the needle does not suit the
    // work.
    expect((await machineNow()).plateHoleMm).toBe(2.8);
    const { needle, presentSetup } = await onFloor();
    expect([needle?.nm, presentSetup?.needle.nm]).toEqual([140, 100]);
    expect(codeOf(await tick(body.id, 'wind'))).toBe('changeover.ended');
  });

  it('is set aside for a reason, and cancelled only while nothing is done', async () => {
    const { body } = await begin(light);
    const without = await end(body.id, 'put-aside');
    expect([without.status, codeOf(without)]).toEqual([400, 'request.invalid']);
    await tick(body.id, 'wind');
    expect(codeOf(await end(body.id, 'taken-back'))).toBe('changeover.has-ticks');
    expect((await end(body.id, 'put-aside', 'no Tex 45 left')).body.end?.reason).toBe('no Tex 45 left');
    expect((await machineNow()).presentSetupId).toBe(heavy);
    expect((await onFloor()).changeover).toBeNull();
    const next = await begin(light);
    expect((await end(next.body.id, 'taken-back')).status).toBe(200);
    const { body: all } = await mechanic.call(routes.listChangeovers, { params: { machineId } });
    expect(all.map(({ end: how }) => how?.ending)).toEqual(['taken-back', 'put-aside']);
  });

  it('accepts a needle only together with the one that came out, and assigns the pocket', async () => {
    const { body } = await begin(light);
    expect(codeOf(await tick(body.id, 'needle'))).toBe('changeover.needle-unlogged');
    const swap = { ...(await swapFor(body))!, keptInPocket: 3 };
    await tick(body.id, 'needle', 'done', { swap });
    const { partUsed } = (await mechanic.call(routes.readFloor)).body;
    expect(partUsed.map(({ pocket, needle }) => [pocket, needle.nm])).toEqual([[3, 140]]);
    expect(codeOf(await tick(body.id, 'needle', 'skipped'))).toBe('changeover.step-done');
    const stale = await tick(body.id, 'needle', 'done', { swap });
    expect([stale.status, codeOf(stale)]).toEqual([409, 'needle.moved-on']);
  });

  it('reopens the step when its needle change is undone from the floor', async () => {
    const { body } = await begin(light);
    const key = newId();
    await tick(body.id, 'needle', 'done', { swap: await swapFor(body), key });
    await mechanic.call(routes.undoChange, { params: { machineId, installId: key }, body: {} });
    const { body: now } = await mechanic.call(routes.readChangeover, { params: { changeoverId: body.id } });
    expect(now.ticks).toEqual([]);
    expect((await onFloor()).needle?.nm).toBe(140);
  });

  it('times its steps', async () => {
    const { body } = await begin(light);
    await tickAll(body);
    await end(body.id, 'finished');
    const { body: timings } = await mechanic.call(routes.listStepTimings);
    expect(timings).toContain({ valueId: 'changeover.plate', count: 1, meanMinutes: 1, sdMinutes: null });
  });

  it('refuses unknown steps, times before its start, and operators', async () => {
    const { body } = await begin(light);
    expect(codeOf(await tick(body.id, 'wrap'))).toBe('changeover.no-step');
    const early = await mechanic.call(routes.tickStep, {
      params: { machineId, changeoverId: body.id },
      body: { step: 'wind', outcome: 'done', tickedAt: LOADED_AT.toISOString() },
    });
    expect(codeOf(early)).toBe('time.outside');
    const operator = await shop.signedIn('operator');
    expect((await tick(body.id, 'wind', 'done', { who: operator })).status).toBe(403);
    const elsewhere = await mechanic.call(routes.tickStep, {
      params: { machineId: shop.works.ids.portable, changeoverId: body.id },
      body: { step: 'wind', outcome: 'done', tickedAt: shop.clock.now.toISOString() },
    });
    expect(codeOf(elsewhere)).toBe('changeover.unknown');
  });

  it('leaves the machine as a replay of its log says, whatever is ticked, skipped and reopened', async () => {
    const { body } = await begin(light);
    const kinds = body.steps.map((step) => step.do);
    const anyWord = fc.record({
      step: fc.constantFrom(...kinds, 'needle' as const, 'plate' as const, 'bobbin-screw' as const),
      outcome: fc.constantFrom<TickOutcome>('done', 'done', 'skipped', 'open'),
      byLead: fc.boolean(),
    });
    const before = { needle: shop.works.work.needle, plateHoleMm: 2.8, caseSetForTex: null };
    const [words] = fc.sample(fc.array(anyWord, { minLength: 60, maxLength: 60 }), 1);
    for (const { step, outcome, byLead } of words!) {
      const swap = step === 'needle' && outcome === 'done' ? await swapFor(body) : null;
      // What is undone at once is still within its minute.
      shop.clock.now = new Date(shop.clock.now.getTime() - MINUTE_MS + 1000);
      const { status } = await tick(body.id, step, outcome, { swap, who: byLead ? lead : mechanic });
      expect([200, 409]).toContain(status);
      const { body: now } = await mechanic.call(routes.readChangeover, { params: { changeoverId: body.id } });
      const expected = machineAfter(before, now.steps, now.ticks, 45);
      const [bobbin] = (await mechanic.call(routes.listBobbinCases)).body;
      const { needle } = await onFloor();
      const { systemId, nm, pointId, finishId } = needle!;
      expect<MachineSetting>({
        needle: { systemId, nm, pointId, finishId },
        plateHoleMm: (await machineNow()).plateHoleMm,
        caseSetForTex: bobbin?.setForTex ?? null,
      })
        .withContext(JSON.stringify(words))
        .toEqual(expected);
    }
  });
});
