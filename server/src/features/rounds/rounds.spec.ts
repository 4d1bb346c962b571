import { parse } from 'csv-parse/sync';
import ICAL from 'ical.js';
import { newId, routes, type Problem } from '@gantelet/contracts';
import { keepNeedle } from '../../testing/keep-needle.js';
import { startRoundsShop, type RoundsShop } from '../../testing/rounds-shop.js';
import { publishedVersion } from './round-plan.store.js';

describe('rounds', () => {
  let rounds: RoundsShop;
  let { shop, lead, mechanic, view, set, over, planned, compound } = {} as RoundsShop;
  beforeAll(async () => {
    rounds = await startRoundsShop();
    ({ shop, lead, mechanic, view, set, over, planned, compound } = rounds);
  });
  afterEach(() => rounds.clear());
  afterAll(() => rounds.stop());

  const code = (body: unknown) => (body as Problem).code;

  it('are planned over the next shifts that the shop works, never on a holiday', async () => {
    await set({ holidays: [{ day: '2026-03-09', name: 'Fair' }] });
    const plan = await planned();
    expect(plan.shifts.length).toBe(12);
    const days = plan.shifts.map(({ day }) => day);
    expect(days).not.toContain('2026-03-09');
    for (const day of days) expect([1, 2, 3, 4, 5]).toContain(new Date(day).getUTCDay());
    expect(plan.bound).toBeLessThanOrEqual(plan.cost.total + 1e-9);
    expect(plan.conflicts).toEqual([]);
    // Eight running hours by the flat rule, at half of an eight-hour shift: every second shift.
    expect([compound(plan).from, compound(plan).bestHours]).toEqual(['flat', jasmine.any(Number) as never]);
    expect(compound(plan).bestHours! / 8).toBeCloseTo(1, 6);
    expect(compound(plan).hours[3]).toBeCloseTo(4, 9);
    expect(compound(plan).changes.length).toBeGreaterThan(3);
    expect(plan.compared.map(({ rule }) => rule)).toEqual([
      'plan',
      'every-hours',
      'every-monday',
      'on-failure',
      'as-done',
    ]);
  });

  it("follow the lead's corrections, and leave unavailable machines alone", async () => {
    const { compound: machineId } = shop.works.ids;
    const days = { machineId, fromDay: '2026-03-01', toDay: '2026-03-31', note: '' };
    await set({ corrections: [{ ...days, hoursPerShift: 1 }] });
    const slow = await planned();
    expect(compound(slow).hours[3]).toBe(1);
    await set({ away: [{ ...days, kind: 'down' }] });
    const down = await planned();
    expect(compound(down).hours.every((hours) => hours === 0)).toBeTrue();
    expect(compound(down).changes).toEqual([]);
    expect(compound(down).closed.length).toBe(12);
  });

  it('use no more needles than there are, and say what to order when', async () => {
    const { needle } = shop.works.work;
    await set();
    const free = compound(await planned()).changes.length;
    const params = { itemId: await keepNeedle(mechanic, needle) };
    const count = { kind: 'count' as const, quantity: 3, note: '' };
    await mechanic.call(routes.moveStoreItem, { params, body: count });
    const plan = await planned();
    expect(compound(plan).changes.length).toBeLessThan(free);
    const outlook = plan.needles.find((one) => one.needle.nm === needle.nm)!;
    expect(outlook.onHand).toBe(3);
    expect(outlook.planned).toBeLessThanOrEqual(3);
    expect(outlook.order!.quantity % outlook.order!.packSize).toBe(0);
    const notice = (await view()).notices.find(({ subject }) => subject === '135x16 NM 140')!;
    expect(['may-run-out', 'order-late', 'runs-out']).toContain(notice.kind);

    const orderId = newId();
    const order = { quantity: 20, expectedOn: '2026-03-05' };
    await mechanic.call(routes.orderStoreItem, { key: orderId, params, body: order });
    expect(compound(await planned()).changes.length).toBe(free);
    shop.clock.now = new Date(shop.clock.now.getTime() + 1000);
    const receipt = { params: { orderId }, body: { quantity: 18 } };
    expect((await mechanic.call(routes.receiveOrder, receipt)).status).toBe(200);
    expect((await view()).stock[0]!.onHand).toBe(21);
  });

  it('can be moved by hand: the cost is known beforehand, the move is pinned, and planning goes around it', async () => {
    await set();
    const plan = await planned();
    const [from, next] = compound(plan).changes;
    const to = from! + 1 === next ? from! + 2 : from! + 1;
    const params = { planId: plan.id, machineId: shop.works.ids.compound };
    const offers = (await mechanic.call(routes.readMoves, { params, query: { from: from! } })).body;
    expect(offers[from!]!.cost).toBeCloseTo(0, 9);
    const body = { machineId: shop.works.ids.compound, from: from!, to, version: plan.version };
    const moved = await lead.call(routes.moveChange, { params: { planId: plan.id }, body });
    expect(moved.body).toEqual({ id: plan.id, version: plan.version + 1 });
    const now = (await view()).plan!;
    expect(now.cost.total - plan.cost.total).toBeCloseTo(offers[to]!.cost, 6);
    expect([compound(now).changes, compound(now).pinned]).toEqual([
      jasmine.arrayContaining([to]) as never,
      [to],
    ]);
    const stale = await lead.call(routes.moveChange, { params: { planId: plan.id }, body });
    expect(code(stale.body)).toBe('version.stale');
    const outside = { ...body, from: 11, to: 3, version: now.version };
    if (!compound(now).changes.includes(11))
      expect(
        code((await lead.call(routes.moveChange, { params: { planId: plan.id }, body: outside })).body),
      ).toBe('shift.outside');
    const again = await planned();
    expect(compound(again).changes).toContain(to);
    expect(compound(again).pinned).toEqual([to]);
    const old = { ...body, from: to, to: null, version: now.version };
    expect(code((await lead.call(routes.moveChange, { params: { planId: plan.id }, body: old })).body)).toBe(
      'plan.unknown',
    );
    const free = { machineId: shop.works.ids.compound, shift: to, pinned: false, version: again.version };
    await lead.call(routes.pinChange, { params: { planId: again.id }, body: free });
    expect(compound((await view()).plan!).pinned).toEqual([]);
  });

  it('are not planned if pins break a limit, which is named with what is missing', async () => {
    await set();
    const plan = await planned();
    const shiftNo = compound(plan).changes[0]!;
    const pin = { machineId: shop.works.ids.compound, shift: shiftNo, pinned: true, version: plan.version };
    await lead.call(routes.pinChange, { params: { planId: plan.id }, body: pin });
    const { settings } = await view();
    await set({ mechanics: settings.mechanics.map((one) => ({ ...one, minutes: 6 })) });
    const { body } = await lead.call(routes.planRounds, { body: {} });
    expect(await over(body.id)).toBe('done');
    const { noPlan, plan: standing } = await view();
    expect(standing!.id).toBe(plan.id);
    const [conflict] = noPlan!.conflicts;
    if (conflict?.limit !== 'minutes') throw new Error(JSON.stringify(noPlan));
    // Four minutes for the change and five to walk there.
    expect([conflict.shift, conflict.wanted]).toEqual([shiftNo, 9]);
    expect(conflict.allowed).toBeLessThan(6);
  });

  it("are planned by a simple rule on request, with the rule's cost above the proven bound", async () => {
    await set();
    const searched = await planned();
    const never = await planned({ rule: 'on-failure' });
    expect(never.machines.flatMap(({ changes }) => changes)).toEqual([]);
    expect(never.bound).toBeLessThanOrEqual(searched.cost.total + 1e-6);
    expect(never.cost.total).toBeGreaterThanOrEqual(searched.cost.total - 1e-6);
    const mondays = await planned({ rule: 'every-monday' });
    const { shifts } = mondays;
    const isMonday = (s: number): boolean => new Date(`${shifts[s]!.day}T00:00:00Z`).getUTCDay() === 1;
    const firsts = shifts.flatMap((shift, s) => (isMonday(s) && shifts[s - 1]?.day !== shift.day ? [s] : []));
    expect(firsts.length).toBeGreaterThan(0);
    expect(compound(mondays).changes).toEqual(firsts.filter((s) => !compound(mondays).closed.includes(s)));
  });

  it('are published to mechanics, ticked by changing needles, skipped with a reason, and read as table and calendar', async () => {
    await set();
    const plan = await planned();
    const tell = { params: { planId: plan.id }, body: { version: plan.version } };
    expect((await lead.call(routes.publishPlan, tell)).status).toBe(200);
    const rounds = (await mechanic.call(routes.readPublishedRounds)).body;
    expect(rounds.planId).toBe(plan.id);
    const tasks = rounds.sheets.flatMap((sheet) => sheet.tasks.map((task) => ({ ...task, sheet })));
    expect(tasks.every(({ state }) => state === 'open')).toBeTrue();
    expect(tasks.length).toBe(plan.machines.reduce((sum, { changes }) => sum + changes.length, 0));

    const rows = parse((await mechanic.call(routes.readRoundsTable)).body, { columns: true }) as Record<
      string,
      string
    >[];
    expect(rows.length).toBe(tasks.length);
    expect(rows[0]!['machine']).toBe(tasks[0]!.machineName);

    const { path } = (await mechanic.call(routes.linkCalendar, { body: {} })).body;
    const calendar = async () =>
      new ICAL.Component(
        ICAL.parse(await (await fetch(shop.address + path)).text()) as never,
      ).getAllSubcomponents('vevent');
    const events = await calendar();
    expect(events.length).toBe(rounds.sheets.length);
    const event = new ICAL.Event(events[0]!);
    expect(event.startDate.toJSDate().toISOString()).toBe(rounds.sheets[0]!.startsAt);
    expect(event.description).toContain(tasks[0]!.machineName);

    const first = tasks.find(({ machineId }) => machineId === shop.works.ids.compound)!;
    const skip = {
      machineId: first.machineId,
      startsAt: first.sheet.startsAt,
      reason: 'machine-busy' as const,
      note: '',
    };
    /** What has been seen so far of the events that tell open lists to reload. */
    const versions = [await publishedVersion(shop.database)];
    expect((await mechanic.call(routes.skipTask, { body: skip })).status).toBe(200);
    versions.push(await publishedVersion(shop.database));
    const wrong = { ...skip, startsAt: '2026-01-01T00:00:00.000Z' };
    expect(code((await mechanic.call(routes.skipTask, { body: wrong })).body)).toBe('task.unknown');
    const taskNow = async () =>
      (await mechanic.call(routes.readPublishedRounds)).body.sheets
        .flatMap((sheet) => sheet.tasks)
        .find(({ machineId }) => machineId === first.machineId)!;
    expect([(await taskNow()).state, (await taskNow()).skipped]).toEqual(['skipped', 'machine-busy']);

    shop.clock.now = new Date(Date.parse(first.sheet.startsAt) + 60_000);
    const change = {
      removesInstallId: first.installId,
      cause: 'scheduled' as const,
      fragments: 'whole' as const,
      needle: first.needle,
      changedAt: shop.clock.now.toISOString(),
    };
    const changed = await mechanic.call(routes.changeNeedle, {
      params: { machineId: first.machineId },
      body: change,
    });
    expect(changed.status).toBe(200);
    expect((await taskNow()).state).toBe('done');
    versions.push(await publishedVersion(shop.database));

    // Moved after it was published: the same event at another time, with a higher sequence.
    const standing = (await view()).plan!;
    const later = compound(standing).changes.at(-1)!;
    const body = { machineId: first.machineId, from: later, to: null, version: standing.version };
    await lead.call(routes.moveChange, { params: { planId: plan.id }, body });
    versions.push(await publishedVersion(shop.database));
    expect(new Set(versions).size).toBe(versions.length);
    const uidOf = (one: ICAL.Component) => String(one.getFirstPropertyValue('uid'));
    const sequenceOf = (one: ICAL.Component) => Number(one.getFirstPropertyValue('sequence'));
    const moved = await calendar();
    for (const one of moved) {
      const before = events.find((other) => uidOf(other) === uidOf(one))!;
      expect(sequenceOf(one)).toBeGreaterThan(sequenceOf(before));
    }
    const relinked = (await mechanic.call(routes.linkCalendar, { body: {} })).body.path;
    expect(relinked).not.toBe(path);
    expect((await fetch(shop.address + path)).status).toBe(404);
  });

  it('move little of what was published when they are re-planned', async () => {
    await set({ pricePerMove: 100 });
    const plan = await planned();
    await lead.call(routes.publishPlan, { params: { planId: plan.id }, body: { version: plan.version } });
    const again = await planned();
    expect(compound(again).published).toEqual(compound(plan).changes);
    expect(compound(again).changes).toEqual(compound(again).published);
    expect(again.cost.moves).toBe(0);
  });

  it('are planned by authorised people, with settings of this shop only, and one version after the other', async () => {
    expect((await mechanic.call(routes.planRounds, { body: {} })).status).toBe(403);
    await set();
    const { settings } = await view();
    const stale = await lead.call(routes.reviseRoundsSettings, { body: { ...settings, version: 0 } });
    expect(code(stale.body)).toBe('version.stale');
    const body = { ...settings, walks: [{ zoneId: newId(), minutes: 3 }] };
    const unknown = (await lead.call(routes.reviseRoundsSettings, { body })).body as unknown as Problem;
    expect([unknown.code, unknown.fields?.[0]?.path]).toEqual(['rounds.settings', 'body.walks.0.zoneId']);
    const [mechanicNow] = settings.mechanics;
    const nobody = { ...mechanicNow!, personId: newId(), shiftIds: [newId()] };
    const days = { machineId: newId(), fromDay: '2026-03-01', toDay: '2026-03-31', note: '' };
    const strangers = {
      ...settings,
      mechanics: [nobody],
      away: [{ ...days, kind: 'down' as const }],
      corrections: [{ ...days, hoursPerShift: 1 }],
    };
    const refused = (await lead.call(routes.reviseRoundsSettings, { body: strangers })).body;
    expect((refused as unknown as Problem).fields?.map(({ path }) => path)).toEqual([
      'body.mechanics.0.personId',
      'body.mechanics.0.shiftIds',
      'body.away.0.machineId',
      'body.corrections.0.machineId',
    ]);
    expect((await view()).settings).toEqual(settings);
  });
});
