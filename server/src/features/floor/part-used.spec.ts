import { newId, routes, type FloorMachine, type FloorView, type Problem } from '@gantelet/contracts';
import { LOADED_AT } from '../../testing/small-works.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('needles removed before their time', () => {
  let shop: TestShop;
  let operator: TestClient;
  let mechanic: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
    mechanic = await shop.signedIn('mechanic');
  });
  afterEach(() => shop.stop());

  const floor = async (): Promise<FloorView> => (await operator.call(routes.readFloor)).body;
  const machine = async (): Promise<FloorMachine> =>
    (await floor()).zones.flatMap((zone) => zone.machines).find(({ id }) => id === shop.works.ids.compound)!;
  async function change(more: object = {}, key = newId()) {
    return operator.call(routes.changeNeedle, {
      key,
      params: { machineId: shop.works.ids.compound },
      body: {
        removesInstallId: (await machine()).needle!.installId,
        cause: 'changeover',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt: shop.clock.now.toISOString(),
        ...more,
      },
    });
  }
  const codeOf = (answered: { body: unknown }) => (answered.body as Problem).code;

  it('are in a numbered pocket with their hours, and continue from there when they are reused', async () => {
    const ran = (await machine()).age!.runningHours;
    await change({ keptInPocket: 4 });
    const [kept] = (await floor()).partUsed;
    expect([kept?.pocket, kept?.needle, kept?.machineName]).toEqual([
      4,
      shop.works.work.needle,
      'Compound 01',
    ]);
    expect(kept?.runningHours).toBeCloseTo(ran, 6);
    expect(codeOf(await change({ keptInPocket: 4 }))).toBe('pocket.taken');

    const back = await change({ partUsedId: kept!.id });
    expect(back.status).toBe(200);
    expect(back.body.age?.runningHours).toBeCloseTo(ran, 6);
    expect((await floor()).partUsed).toEqual([]);
    expect(codeOf(await change({ partUsedId: kept!.id }))).toBe('part-used.gone');
    const { tables } = shop.database;
    const row = await tables.needleInstalls.findByPk(back.body.needle!.installId);
    expect(row?.get('entryHours')).toBeCloseTo(ran, 6);
  });

  it('are reused only as what they are', async () => {
    await change({ keptInPocket: 7 });
    const [kept] = (await floor()).partUsed;
    const other = { ...shop.works.work.needle, nm: 120 };
    expect(codeOf(await change({ needle: other, partUsedId: kept!.id }))).toBe('part-used.other');
    expect((await floor()).partUsed.length).toBe(1);
  });

  it('can be moved to another pocket, if it is empty and they are still in one', async () => {
    await change({ keptInPocket: 4 });
    await change({ keptInPocket: 5 });
    const [four] = (await floor()).partUsed;
    const move = (pocket: number, key = newId()) =>
      operator.call(routes.moveToPocket, { key, params: { partUsedId: four!.id }, body: { pocket } });
    const taken = await move(5);
    expect([taken.status, codeOf(taken)]).toEqual([409, 'pocket.taken']);
    expect((await move(9)).body).toEqual({ ...four!, pocket: 9 });
    expect((await floor()).partUsed.map(({ pocket }) => pocket)).toEqual([5, 9]);
    expect((await move(9)).status).toBe(200);
    expect((await move(0)).status).toBe(400);
    await operator.call(routes.discardPartUsed, { params: { partUsedId: four!.id }, body: {} });
    expect(codeOf(await move(2))).toBe('part-used.gone');
  });

  it('are counted in the sharps box if they are in no pocket', async () => {
    const sharps = async () => (await floor()).sharps.needles;
    expect(await sharps()).toBe(0);
    await change();
    await change({ keptInPocket: 1 });
    expect(await sharps()).toBe(1);
    const [kept] = (await floor()).partUsed;
    const params = { partUsedId: kept!.id };
    expect((await operator.call(routes.discardPartUsed, { params, body: {} })).body.needles).toBe(2);
    expect(codeOf(await operator.call(routes.discardPartUsed, { params, body: {} }))).toBe('part-used.gone');
    shop.clock.now = new Date(shop.clock.now.getTime() + 60_000);
    const emptied = await mechanic.call(routes.emptySharps, { body: { counted: 1 } });
    expect(emptied.body).toEqual({ needles: 0, since: shop.clock.now.toISOString() });
    const row = await shop.database.tables.sharpsEmptyings.findOne();
    expect([row?.get('counted'), row?.get('expected')]).toEqual([1, 2]);
  });

  it('keep their lot, and no needle takes the lot of another kind', async () => {
    const entry = { code: 'L-204', needle: shop.works.work.needle };
    const lot = await mechanic.call(routes.registerLot, { body: entry });
    expect(codeOf(await mechanic.call(routes.registerLot, { body: entry }))).toBe('lot.code-taken');
    expect((await operator.call(routes.listLots)).body).toEqual([lot.body]);
    await change({ lotId: lot.body.id });
    expect((await machine()).needle?.lotCode).toBe('L-204');
    await change({ keptInPocket: 2 });
    const [kept] = (await floor()).partUsed;
    expect(kept?.lotCode).toBe('L-204');
    await change({ partUsedId: kept!.id });
    expect((await machine()).needle?.lotCode).toBe('L-204');
    const other = { ...shop.works.work.needle, nm: 120 };
    expect(codeOf(await change({ needle: other, lotId: lot.body.id }))).toBe('lot.unknown');
  });

  it('come from lots that can be corrected: the code always, the kind before one of them was installed', async () => {
    const { needle } = shop.works.work;
    const other = { ...needle, nm: 120 };
    await mechanic.call(routes.registerLot, { body: { code: 'L-1', needle } });
    const { id: lotId } = (await mechanic.call(routes.registerLot, { body: { code: 'L-2', needle: other } }))
      .body;
    const revise = (code: string, kind: object, client = mechanic) =>
      client.call(routes.reviseLot, { params: { lotId }, body: { code, needle: { ...needle, ...kind } } });
    expect((await revise('L-3', {}, operator)).status).toBe(403);
    expect(codeOf(await revise('L-1', {}))).toBe('lot.code-taken');
    const { body } = await revise('L-3', {});
    expect([body.code, body.needle]).toEqual(['L-3', needle]);
    await change({ lotId });
    const kind = await revise('L-3', { nm: 120 });
    expect([kind.status, codeOf(kind)]).toEqual([409, 'lot.in-use']);
    await revise('L-33', {});
    expect((await machine()).needle?.lotCode).toBe('L-33');
    const nowhere = { params: { lotId: newId() }, body: { code: 'L-4', needle } };
    expect(codeOf(await mechanic.call(routes.reviseLot, nowhere))).toBe('lot.unknown');
  });

  describe('undone', () => {
    const undo = (installId: string, client = operator, key = newId()) =>
      client.call(routes.undoChange, {
        key,
        params: { machineId: shop.works.ids.compound, installId },
        body: {},
      });

    it('a change leaves everything as it was, for a minute', async () => {
      await change({ keptInPocket: 3 });
      const [kept] = (await floor()).partUsed;
      await operator.call(routes.reportTrouble, {
        params: { machineId: shop.works.ids.compound },
        body: { trouble: 'shredding', reportedAt: shop.clock.now.toISOString() },
      });
      const before = await floor();
      const key = newId();
      await change({ cause: 'accident', fragments: 'all-found', partUsedId: kept!.id }, key);
      expect((await machine()).needle?.installId).toBe(key);
      shop.clock.now = new Date(shop.clock.now.getTime() + 30_000);
      const undoKey = newId();
      const undone = await Promise.all([undo(key, operator, undoKey), undo(key, operator, undoKey)]);
      expect(undone.map(({ status }) => status)).toEqual([200, 200]);
      shop.clock.now = LOADED_AT;
      expect(await floor()).toEqual({ ...before, readAt: (await floor()).readAt });
      expect(await shop.count('undone_changes')).toBe(1);
    });

    it('a change stands after a minute, and when another came after it', async () => {
      const [first, second] = [newId(), newId()];
      await change({}, first);
      await change({}, second);
      expect(codeOf(await undo(first))).toBe('change.not-last');
      shop.clock.now = new Date(shop.clock.now.getTime() + 80_000);
      expect(codeOf(await undo(second))).toBe('change.too-late');
      expect(codeOf(await undo(newId()))).toBe('change.not-last');
      expect((await machine()).needle?.installId).toBe(second);
    });
  });
});
