import { newId, routes, type FloorMachine, type FloorView, type Problem } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('records of work', () => {
  let shop: TestShop;
  let operator: TestClient;
  let mechanic: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    operator = await shop.signedIn('operator');
    mechanic = await shop.signedIn('mechanic');
  });
  afterEach(() => shop.stop());

  const codeOf = (answered: { body: unknown }) => (answered.body as Problem).code;
  const floor = async (): Promise<FloorView> => (await operator.call(routes.readFloor)).body;
  const machine = async (): Promise<FloorMachine> =>
    (await floor()).zones.flatMap((zone) => zone.machines).find(({ id }) => id === shop.works.ids.compound)!;
  const compound = () => ({ machineId: shop.works.ids.compound });

  describe('spot checks', () => {
    const look = (sewing: boolean, key = newId()) =>
      operator.call(routes.logSpotCheck, {
        key,
        body: { machineId: shop.works.ids.compound, sewing, checkedAt: shop.clock.now.toISOString() },
      });

    it('sharpen the share of the shift that needles run, each counted once', async () => {
      const before = (await floor()).zones[0]!.needleFraction;
      expect([before.value, before.checks]).toEqual([0.5, 100]);
      const key = newId();
      await look(true, key);
      const { body } = await look(true, key);
      expect(body.needleFraction.checks).toBe(101);
      for (let i = 0; i < 9; i++) await look(false);
      const after = (await floor()).zones[0]!.needleFraction;
      expect([after.checks, after.standing]).toEqual([110, 'measured']);
      expect(after.value).toBeCloseTo(51 / 110, 12);
    });

    it('are not made before they happen', async () => {
      const checkedAt = new Date(shop.clock.now.getTime() + 3_600_000).toISOString();
      const body = { machineId: shop.works.ids.compound, sewing: true, checkedAt };
      expect(codeOf(await operator.call(routes.logSpotCheck, { body }))).toBe('time.outside');
    });
  });

  describe('pieces', () => {
    const withSpeed = () =>
      shop.database.tables.machines.update(
        { speedInUseSpm: 1000 },
        { where: { id: shop.works.ids.compound } },
      );
    // The needle was installed at 06:00 the day before; it is 10:00 and the shift began at 06:00.
    const span = (from: string, to: string) => ({
      from: `2026-03-04T${from}:00.000Z`,
      to: `2026-03-04T${to}:00.000Z`,
    });
    const log = (more: object = {}, key = newId()) =>
      operator.call(routes.logPieces, {
        key,
        params: compound(),
        body: { pieces: 120, stitchesPerPiece: 500, ...span('06:00', '08:00'), ...more },
      });

    it('age a needle by the time they took, where no counter was heard', async () => {
      await withSpeed();
      const before = (await machine()).age!;
      const { body } = await log();
      // Two shift hours at a half are one running hour, as are 60,000 stitches at 1,000 a minute.
      expect(body.age?.runningHours).toBeCloseTo(before.runningHours, 9);
      const { body: more } = await log({ pieces: 60, ...span('08:00', '10:00') });
      expect(more.age?.runningHours).toBeCloseTo(before.runningHours - 0.5, 9);
      expect(more.age!.highHours - more.age!.lowHours).not.toBe(before.highHours - before.lowHours);
    });

    it('need a speed, enough time, and no overlapping pieces', async () => {
      expect(codeOf(await log())).toBe('pieces.no-speed');
      await withSpeed();
      const many = await log({ pieces: 1000 });
      expect([codeOf(many), (many.body as unknown as Problem).fields?.[0]?.path]).toEqual([
        'pieces.too-many',
        'body.pieces',
      ]);
      const key = newId();
      expect((await log({}, key)).status).toBe(200);
      expect((await log({}, key)).status).toBe(200);
      expect(codeOf(await log(span('07:59', '09:00')))).toBe('pieces.overlap');
      expect(await shop.count('piece_counts')).toBe(1);
      expect((await log(span('09:00', '08:00'))).status).toBe(400);
    });

    it('are withdrawn once, by a mechanic: they no longer count, and their time is free again', async () => {
      await withSpeed();
      const before = (await machine()).age!.runningHours;
      const piecesId = newId();
      await log({ pieces: 60 }, piecesId);
      const withdraw = (client: TestClient, key = newId()) =>
        client.call(routes.withdrawPieces, { key, params: { piecesId }, body: {} });
      expect((await withdraw(operator)).status).toBe(403);
      const key = newId();
      expect((await withdraw(mechanic, key)).body.age?.runningHours).toBeCloseTo(before, 9);
      expect((await withdraw(mechanic, key)).status).toBe(200);
      expect(codeOf(await withdraw(mechanic))).toBe('pieces.withdrawn');
      const unknown = mechanic.call(routes.withdrawPieces, { params: { piecesId: newId() }, body: {} });
      expect(codeOf(await unknown)).toBe('pieces.unknown');
      expect((await log({ pieces: 90 })).body.age?.runningHours).toBeCloseTo(before - 0.25, 9);
      const { events } = (await operator.call(routes.readHistory, { params: compound() })).body;
      expect(
        events.flatMap((one) => (one.kind === 'pieces' ? [[one.pieces, one.withdrawnBy, one.by]] : [])),
      ).toEqual(
        jasmine.arrayWithExactContents([
          [60, 'Test mechanic', 'Test operator'],
          [90, null, 'Test operator'],
        ]),
      );
    });
  });

  describe('services', () => {
    const service = (kind: 'oil' | 'lint', doneAt = shop.clock.now.toISOString()) =>
      operator.call(routes.logService, { params: compound(), body: { kind, note: 'half a turn', doneAt } });
    const services = async () => (await operator.call(routes.readServices, { params: compound() })).body;

    it('are due by the running hours since the last one', async () => {
      const ran = (await machine()).age!.runningHours;
      const before = await services();
      expect(before.map(({ kind }) => kind)).toEqual(['oil', 'lint', 'drain-magnet', 'burr-check']);
      expect(before[0]!.since).toBeCloseTo(ran, 9);
      expect(before.map(({ due }) => due)).toEqual([false, ran >= 4, false, false]);
      const { body } = await service('lint');
      expect(body.find(({ kind }) => kind === 'lint')).toEqual(
        jasmine.objectContaining({ since: 0, due: false, doneBy: 'Test operator' }),
      );
      shop.clock.now = new Date(shop.clock.now.getTime() + 2 * 3_600_000);
      expect((await services())[1]!.since).toBeCloseTo(1, 1);
    });

    it('follow the hours that the shop sets itself', async () => {
      await mechanic.call(routes.setShopValue, {
        body: {
          valueId: 'service.oil',
          value: 1,
          standing: 'chosen',
          note: 'old machines',
          replaces: null,
        },
      });
      const [oil] = await services();
      expect([oil?.interval, oil?.due]).toEqual([1, true]);
    });

    it('are listed for all machines while due, with the hours that the machine itself shows', async () => {
      const due = async () =>
        (await operator.call(routes.listServicesDue)).body.filter(
          ({ machineId }) => machineId === compound().machineId,
        );
      const own = async () =>
        (await services()).filter((one) => one.due).map(({ kind, since }) => [kind, since.toFixed(6)]);
      const { needle } = await machine();
      await mechanic.call(routes.changeNeedle, {
        params: compound(),
        body: {
          removesInstallId: needle!.installId,
          cause: 'wear',
          fragments: 'whole',
          needle: shop.works.work.needle,
          changedAt: shop.clock.now.toISOString(),
        },
      });
      // One done while the previous needle was in, so its period counts in part.
      await service('oil', new Date(shop.clock.now.getTime() - 3_600_000).toISOString());
      shop.clock.now = new Date(shop.clock.now.getTime() + 30 * 86_400_000);
      const listed = await due();
      expect(listed.map(({ kind }) => kind)).toContain('oil');
      expect(listed.map(({ kind, since }) => [kind, since.toFixed(6)])).toEqual(
        jasmine.arrayWithExactContents(await own()),
      );
    });
  });

  describe('the plan of a zone', () => {
    const arrange = (places: readonly object[], version = 0) =>
      mechanic.call(routes.arrangeZone, {
        params: { zoneId: shop.works.ids.zone },
        body: { version, places: places as never },
      });

    it('says where its machines stand, and reports a stale version', async () => {
      const { compound: first, portable } = shop.works.ids;
      const places = [
        { machineId: first, column: 3, row: 0 },
        { machineId: portable, column: 0, row: 2 },
      ];
      expect((await arrange(places)).body.planVersion).toBe(1);
      expect((await machine()).place).toEqual({ column: 3, row: 0 });
      expect(codeOf(await arrange(places))).toBe('version.stale');
      await arrange([places[0]!], 1);
      const [, other] = (await floor()).zones[0]!.machines;
      expect(other?.place).toBeNull();
    });

    it('puts no two machines in one place, and none from another zone', async () => {
      const { compound: first, portable } = shop.works.ids;
      const both = [first, portable].map((machineId) => ({ machineId, column: 1, row: 1 }));
      expect((await arrange(both)).status).toBe(400);
      expect(codeOf(await arrange([{ machineId: newId(), column: 1, row: 1 }]))).toBe('plan.other-zone');
    });
  });

  describe('the history of a machine', () => {
    it('lists everything that happened, latest first, page by page', async () => {
      const now = () => shop.clock.now.toISOString();
      const later = () => (shop.clock.now = new Date(shop.clock.now.getTime() + 60_000));
      await operator.call(routes.reportTrouble, {
        params: compound(),
        body: { trouble: 'clunk', reportedAt: now() },
      });
      later();
      const change = async () =>
        operator.call(routes.changeNeedle, {
          params: compound(),
          body: {
            removesInstallId: (await machine()).needle!.installId,
            cause: 'wear',
            fragments: 'whole',
            needle: shop.works.work.needle,
            changedAt: now(),
          },
        });
      await change();
      later();
      await operator.call(routes.logService, { params: compound(), body: { kind: 'oil', doneAt: now() } });
      later();
      const history = async (before?: string) =>
        (await operator.call(routes.readHistory, { params: compound(), query: before ? { before } : {} }))
          .body;
      const { events, before } = await history();
      expect(
        events
          .slice(0, 4)
          .map(({ kind }) => kind)
          .sort(),
      ).toEqual(['needle-in', 'needle-out', 'report', 'service']);
      expect(events.slice(0, 4).map(({ at }) => at)).toEqual(
        [...events.slice(0, 4).map(({ at }) => at)].sort().reverse(),
      );
      expect(events.at(-1)?.kind).toBe('setup-saved');
      expect(before).toBeNull();

      for (let i = 0; i < 30; i++) {
        await change();
        later();
      }
      const pages = [await history()];
      while (pages.at(-1)!.before) pages.push(await history(pages.at(-1)!.before!));
      expect(pages.length).toBeGreaterThan(1);
      const all = pages.flatMap((page) => page.events);
      expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
      expect(all.length).toBe(events.length + 60);
    });
  });
});
