import {
  newId,
  routes,
  type BobbinReadingInput,
  type Problem,
  type TestSeamInput,
} from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('the tension log', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    // Late enough for everything logged here.
    shop.clock.now = new Date('2026-03-07T10:00:00Z');
    mechanic = await shop.signedIn('mechanic');
  });
  afterAll(() => shop.stop());

  const seam = (change: Partial<TestSeamInput>): TestSeamInput => ({
    turns: 4.25,
    grade: 'dots-below',
    bothTight: false,
    bobbinDrop: null,
    lockDepth: null,
    preTensionTurns: null,
    bobbinContrast: false,
    sewnAt: '2026-03-04T09:00:00.000Z',
    ...change,
  });
  const log = (setupId: string, change: Partial<TestSeamInput>) =>
    mechanic.call(routes.logSeam, { params: { setupId }, body: seam(change) });

  const read = (setupId: string, change: Partial<BobbinReadingInput>) =>
    mechanic.call(routes.logBobbin, {
      params: { setupId },
      body: {
        method: 'drop',
        outcome: 'creeps',
        grams: null,
        tensionCn: null,
        screwTurns: 0,
        readAt: '2026-03-04T09:30:00.000Z',
        ...change,
      },
    });

  it('keeps seams in the order they were sewn, with who sewed them', async () => {
    const setup = newId();
    await mechanic.call(routes.saveSetup, {
      key: setup,
      body: { ...shop.works.work, name: 'Seams in order' },
    });
    await log(setup, {
      turns: 4.75,
      grade: 'balanced',
      sewnAt: '2026-03-04T09:10:00.000Z',
      bobbinDrop: 'creeps',
    });
    await log(setup, { turns: 4.25, sewnAt: '2026-03-04T09:05:00.000Z' });
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: setup } });
    expect(
      body.seams.map(({ turns, grade, bobbinDrop, sewnBy }) => [turns, grade, bobbinDrop, sewnBy]),
    ).toEqual([
      [4.25, 'dots-below', null, 'Test mechanic'],
      [4.75, 'balanced', 'creeps', 'Test mechanic'],
    ]);
    expect(body.machine.knob?.travelTurns).toBe(8);
  });

  it('offers the last balanced setting of other work on the machine', async () => {
    const other = newId();
    await log(shop.works.ids.setup, { turns: 4.75, grade: 'balanced', sewnAt: '2026-03-04T10:00:00.000Z' });
    await mechanic.call(routes.saveSetup, { key: other, body: { ...shop.works.work, name: 'Other strap' } });
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: other } });
    const strap = body.logged.find(({ name }) => name === 'Strap');
    expect([strap?.turns, strap?.stackMm]).toEqual([4.75, 4.6]);
    expect(strap?.threadDiameterMm).toBeCloseTo(0.421, 3);
  });

  it('lists the last balanced setting of every set-up that has one, and of no other', async () => {
    const setup = newId();
    const never = newId();
    await mechanic.call(routes.saveSetup, { key: setup, body: { ...shop.works.work, name: 'Often sewn' } });
    await mechanic.call(routes.saveSetup, { key: never, body: { ...shop.works.work, name: 'Never sewn' } });
    await log(setup, { turns: 5, grade: 'balanced', sewnAt: '2026-03-04T09:40:00.000Z' });
    await log(setup, { turns: 6, grade: 'balanced', bothTight: true, sewnAt: '2026-03-04T09:50:00.000Z' });
    await log(setup, { turns: 4, grade: 'balanced', sewnAt: '2026-03-04T09:00:00.000Z' });
    const { body } = await mechanic.call(routes.listBalanced);
    expect(body.filter(({ setupId }) => setupId === setup).map(({ turns }) => turns)).toEqual([5]);
    expect(body.some(({ setupId }) => setupId === never)).toBeFalse();
  });

  it("saves a setting, which then counts as the set-up's own", async () => {
    const setup = newId();
    await mechanic.call(routes.saveSetup, { key: setup, body: { ...shop.works.work, name: 'Kept' } });
    await log(setup, { turns: 5, grade: 'balanced', sewnAt: '2026-03-04T09:40:00.000Z' });
    const key = newId();
    const keep = (turns: number, one = key) =>
      mechanic.call(routes.keepSetting, {
        key: one,
        params: { setupId: setup },
        body: { turns, sure: 0.9, claim: null, keptAt: '2026-03-04T09:45:00.000Z' },
      });
    await keep(4.5);
    await keep(4.5);
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: setup } });
    expect(body.kept).toEqual(jasmine.objectContaining({ id: key, turns: 4.5, claim: null }));
    const { body: balanced } = await mechanic.call(routes.listBalanced);
    expect(balanced.filter(({ setupId }) => setupId === setup).map(({ turns }) => turns)).toEqual([4.5]);
    const past = (await keep(29, newId())).body as unknown as Problem;
    expect([past.code, past.fields?.[0]?.path]).toEqual(['seam.past-travel', 'body.turns']);
  });

  it("gives each bobbin case's last thread and last drop test", async () => {
    const setup = newId();
    await mechanic.call(routes.saveSetup, { key: setup, body: { ...shop.works.work, name: 'Case' } });
    await read(setup, { readAt: '2026-03-05T08:00:00.000Z' });
    const cases = async () =>
      (await mechanic.call(routes.listBobbinCases)).body.find(
        ({ machineId }) => machineId === shop.works.work.machineId,
      );
    expect(await cases()).toEqual(
      jasmine.objectContaining({ setForTex: 135, drop: { tex: 135, outcome: 'creeps' } }),
    );
    await read(setup, {
      method: 'screw',
      outcome: null,
      screwTurns: -0.125,
      readAt: '2026-03-05T09:00:00.000Z',
    });
    expect((await cases())?.drop).toBeNull();
  });

  it('learns how a person reads seams from practice and from measured knots', async () => {
    // A separate person: what others sewed must not affect their profile.
    const reader = await shop.signedIn('lead');
    const setup = newId();
    await reader.call(routes.saveSetup, { key: setup, body: { ...shop.works.work, name: 'Judged' } });
    // Common practice would call these dots; somebody who never sees them calls the seam balanced.
    const judged = Array.from({ length: 12 }, (_, i) => ({
      z: i % 2 ? 1.6 : -1.6,
      grade: 'balanced' as const,
    }));
    await reader.call(routes.logPracticeRun, {
      key: newId(),
      body: { scenarioId: 'awning', seams: 12, judged, finishedAt: '2026-03-06T08:00:00.000Z' },
    });
    await reader.call(routes.logSeam, {
      params: { setupId: setup },
      body: seam({ turns: 5, grade: 'balanced', lockDepth: 0.92, sewnAt: '2026-03-06T09:00:00.000Z' }),
    });
    const { body } = await mechanic.call(routes.listSeamJudges);
    const own = body.find(({ known }) => known >= 13);
    expect(own?.weights['dots-are-balanced']).toBeGreaterThan(0.5);
  });

  it('stores the seams of a strip together, all or none', async () => {
    const setup = newId();
    await mechanic.call(routes.saveSetup, { key: setup, body: { ...shop.works.work, name: 'Strip' } });
    const strip = (turns: number[], key = newId()) =>
      mechanic.call(routes.logStrip, {
        key,
        params: { setupId: setup },
        body: { seams: turns.map((one) => seam({ turns: one, lockDepth: 0.5 })) },
      });
    const past = (await strip([4, 5, 9])).body as unknown as Problem;
    expect([past.code, past.fields?.[0]?.path]).toEqual(['seam.past-travel', 'body.seams.2.turns']);
    const key = newId();
    await strip([4, 4.5, 5], key);
    await strip([4, 4.5, 5], key);
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: setup } });
    expect(body.seams.map(({ turns, stripId, lockDepth }) => [turns, stripId, lockDepth])).toEqual([
      [4, key, 0.5],
      [4.5, key, 0.5],
      [5, key, 0.5],
    ]);
  });

  it('stores bobbin case readings with their machine, whatever the work', async () => {
    const other = newId();
    await mechanic.call(routes.saveSetup, { key: other, body: { ...shop.works.work, name: 'Other work' } });
    await read(shop.works.ids.setup, { method: 'weight', grams: 82 });
    await read(other, {
      method: 'gauge',
      outcome: null,
      tensionCn: 96,
      screwTurns: 0.125,
      readAt: '2026-03-04T09:31:00.000Z',
    });
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: other } });
    // Other tests read this machine's case on other days.
    const ofThatDay = body.bobbin.filter(({ readAt }) => readAt.startsWith('2026-03-04'));
    expect(
      ofThatDay.map(({ method, grams, tensionCn, readBy }) => [method, grams, tensionCn, readBy]),
    ).toEqual([
      ['weight', 82, null, 'Test mechanic'],
      ['gauge', null, 96, 'Test mechanic'],
    ]);
    const wrong = (await read(other, { method: 'gauge' })).body as unknown as Problem;
    expect(wrong.fields?.map(({ path }) => path)).toEqual(['body.outcome', 'body.tensionCn']);
  });

  it('stores gauge readings with their machine and thread', async () => {
    const { setup } = shop.works.ids;
    const read = (turns: number) =>
      mechanic.call(routes.logGauge, {
        params: { setupId: setup },
        body: { turns, tensionCn: 90 * turns, pulls: 3, readAt: `2026-03-04T08:0${turns}:00.000Z` },
      });
    for (const turns of [2, 3, 4]) expect((await read(turns)).status).toBe(200);
    expect(((await read(9)).body as unknown as Problem).code).toBe('seam.past-travel');
    const { body } = await mechanic.call(routes.readTension, { params: { setupId: setup } });
    expect(body.gauge.map(({ turns, tensionCn, tex }) => [turns, tensionCn, tex])).toEqual([
      [2, 180, 135],
      [3, 270, 135],
      [4, 360, 135],
    ]);
  });

  it("refuses a setting beyond the knob's travel and says where that ends", async () => {
    const answer = await log(shop.works.ids.setup, { turns: 8.125 });
    const problem = answer.body as unknown as Problem;
    expect([answer.status, problem.code, problem.title]).toEqual([
      422,
      'seam.past-travel',
      'The knob ends at 8 turns. Not logged.',
    ]);
  });

  it('records a knob mark once per version', async () => {
    const { portable } = shop.works.ids;
    const mark = (version: number) =>
      mechanic.call(routes.markKnob, {
        params: { machineId: portable },
        body: { mark: 'dot', travelTurns: 6.5, preTensionMark: 'bar', version },
      });
    expect((await mark(0)).body.knob).toEqual({
      mark: 'dot',
      travelTurns: 6.5,
      preTensionMark: 'bar',
    });
    expect((await mark(0)).status).toBe(409);
  });
});
