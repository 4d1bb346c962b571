import { assessLives, type NeedleEnd } from '@gantelet/core';
import { newId, routes, type Problem } from '@gantelet/contracts';
import { keepNeedle } from '../../testing/keep-needle.js';
import { startRoundsShop, type RoundsShop } from '../../testing/rounds-shop.js';

describe('the input of round planning', () => {
  let rounds: RoundsShop;
  let { shop, lead, mechanic, mechanicId, view, set, over, planned, compound } = {} as RoundsShop;
  beforeAll(async () => {
    rounds = await startRoundsShop();
    ({ shop, lead, mechanic, mechanicId, view, set, over, planned, compound } = rounds);
  });
  afterEach(() => rounds.clear());
  afterAll(() => rounds.stop());

  const code = (body: unknown) => (body as Problem).code;

  it('includes orders for a kind that nobody counted', async () => {
    const needle = { ...shop.works.work.needle, nm: 160 };
    const [id, body] = [newId(), { quantity: 50, expectedOn: '2026-03-20' }];
    const params = { itemId: await keepNeedle(mechanic, needle) };
    await mechanic.call(routes.orderStoreItem, { key: id, params, body });
    const stock = (await view()).stock.find((one) => one.needle.nm === 160);
    expect(stock).toEqual({
      needle,
      onHand: null,
      packSize: 10,
      leadDays: 7,
      orders: [{ id, quantity: 50, expectedOn: '2026-03-20' }],
    });
  });

  it('offers no moves for unknown plans and machines', async () => {
    await set();
    const { id: planId } = await planned();
    const moves = async (params: { planId: string; machineId: string }) =>
      code((await lead.call(routes.readMoves, { params })).body);
    expect(await moves({ planId: newId(), machineId: shop.works.ids.compound })).toBe('plan.unknown');
    expect(await moves({ planId, machineId: newId() })).toBe('machine.unplanned');
  });

  it('names the skills needed, if pins require more people than have them', async () => {
    const { shift, portable } = shop.works.ids;
    const { machines } = shop.database.tables;
    await machines.update({ machineClass: 'portable' }, { where: { id: portable } });
    await set();
    const plan = await planned();
    const shiftNo = compound(plan).changes[0]!;
    const pin = { machineId: shop.works.ids.compound, shift: shiftNo, pinned: true, version: plan.version };
    await lead.call(routes.pinChange, { params: { planId: plan.id }, body: pin });
    const leadId = (await shop.database.tables.people.findOne({ where: { role: 'lead' } }))!.get(
      'id',
    ) as string;
    const hours = {
      personId: mechanicId,
      shiftIds: [shift],
      minutes: 2,
      machineClasses: ['flatbed' as const],
    };
    await set({
      mechanics: [hours, { ...hours, personId: leadId, minutes: 60, machineClasses: ['portable'] }],
    });
    const { body } = await lead.call(routes.planRounds, { body: {} });
    await over(body.id);
    const conflicts = (await view()).noPlan!.conflicts;
    // Four minutes for the change; the one who can do flatbeds has two.
    const [conflict] = conflicts;
    if (conflict?.limit !== 'minutes') throw new Error(JSON.stringify(conflicts));
    expect([conflict.shift, conflict.machineClasses, conflict.wanted]).toEqual([shiftNo, ['flatbed'], 4]);
    expect(conflict.allowed).toBeLessThan(4);
    await machines.update({ machineClass: 'flatbed' }, { where: { id: portable } });
  });

  it('changes nothing on a day when the mechanic is away', async () => {
    await set();
    const before = await planned();
    const day = before.shifts[compound(before).changes[0]!]!.day;
    await set({ absences: [{ personId: mechanicId, fromDay: day, toDay: day, note: 'at the dentist' }] });
    const plan = await planned();
    const days = plan.machines.flatMap(({ changes }) => changes.map((shift) => plan.shifts[shift]!.day));
    expect(days.length).toBeGreaterThan(0);
    expect(days).not.toContain(day);
    await set();
  });

  it("follows a group's lives, as far as they are certain enough", async () => {
    const { tables } = shop.database;
    const where = { id: shop.works.ids.install };
    const lifeGroup = 'leather.cutting.flatbed';
    await tables.needleInstalls.update({ lifeGroup }, { where });
    const ends: NeedleEnd[] = Array.from({ length: 40 }, (_, i) => ({
      machineId: shop.works.ids.compound,
      entryHours: 0,
      hours: 10 + (i % 13),
      cause: 'wear',
    }));
    const costs = { planned: 2, wear: 30, accident: 30 };
    const assess = (of: readonly NeedleEnd[]) => assessLives({ ends: of, costs, flatHours: 8, asDone: null });
    const fitted = async (of: readonly NeedleEnd[]) => {
      const group = { material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null };
      const groups = [{ group, costs, ...assess(of), lots: [] }];
      await tables.jobs.create({
        id: newId(),
        kind: 'fit-lives',
        state: 'done',
        progress: 1,
        ask: null,
        result: JSON.stringify({ dataVersion: '1', fittedAt: shop.clock.now.toISOString(), groups }),
        tries: 1,
        claimedBy: null,
        claimedUntil: null,
        askedAt: shop.clock.now,
        askedById: mechanicId,
        finishedAt: shop.clock.now,
      });
    };
    await set();
    await fitted(ends);
    const byLife = compound(await planned());
    expect(byLife.from).toBe('life');
    expect(byLife.bestHours).toBeGreaterThan(4);
    expect(byLife.bestHours).toBeLessThan(16);

    await tables.jobs.destroy({ where: {} });
    await fitted(ends.slice(0, 3));
    expect(compound(await planned()).from).toBe('flat');
  });
});
