import { newId, routes, type FloorView } from '@gantelet/contracts';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

/** The needle was installed the day before; it is 10:00, the shift began at 06:00, needles run half of it. */
describe('hours of removed needles, when pieces are entered for their time afterwards', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  beforeEach(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    const where = { id: shop.works.ids.compound };
    await shop.database.tables.machines.update({ speedInUseSpm: 1000 }, { where });
  });
  afterEach(() => shop.stop());

  const today = (time: string): string => `2026-03-04T${time}:00.000Z`;
  const params = () => ({ machineId: shop.works.ids.compound });
  const floor = async (): Promise<FloorView> => (await mechanic.call(routes.readFloor)).body;
  const present = async () =>
    (await floor()).zones.flatMap(({ machines }) => machines).find(({ id }) => id === params().machineId)!;
  const change = async (time: string, more: object = {}) => {
    const { needle } = await present();
    const answer = await mechanic.call(routes.changeNeedle, {
      params: params(),
      body: {
        removesInstallId: needle!.installId,
        cause: 'changeover',
        fragments: 'whole',
        needle: shop.works.work.needle,
        changedAt: today(time),
        ...more,
      },
    });
    expect(answer.status).toBe(200);
  };
  /** 120 pieces take an hour: half of the four hours that the shift alone gives. */
  const write = (from: string, to: string, key = newId()) =>
    mechanic.call(routes.logPieces, {
      key,
      params: params(),
      body: { pieces: 120, stitchesPerPiece: 500, from: today(from), to: today(to) },
    });
  const takeBack = (piecesId: string) =>
    mechanic.call(routes.withdrawPieces, { params: { piecesId }, body: {} });
  /** Hours of every needle that came out, in order. */
  const hoursOut = async (): Promise<readonly number[]> => {
    const { events } = (await mechanic.call(routes.readHistory, { params: params() })).body;
    return events.flatMap((one) => (one.kind === 'needle-out' ? [one.runningHours] : [])).reverse();
  };
  const rounded = (hours: readonly number[]) => hours.map((one) => one.toFixed(9));

  it("change by the difference for each one's part, and change back when the pieces are withdrawn", async () => {
    await change('08:00');
    await change('09:00');
    const before = await hoursOut();
    const piecesId = newId();
    const { body } = await write('06:00', '10:00', piecesId);
    expect(rounded(await hoursOut())).toEqual(rounded([before[0]! - 0.5, before[1]! - 0.25]));
    expect(body.age!.runningHours).toBeCloseTo(0.25, 9);
    expect((await takeBack(piecesId)).body.age!.runningHours).toBeCloseTo(0.5, 9);
    expect(rounded(await hoursOut())).toEqual(rounded(before));
  });

  it('follow a needle into its pocket and its next machine', async () => {
    await change('08:00', { keptInPocket: 3 });
    const [kept] = (await floor()).partUsed;
    await change('08:30', { partUsedId: kept!.id });
    await change('09:00', { keptInPocket: 4 });
    const [again] = (await floor()).partUsed;
    expect(again!.runningHours).toBeCloseTo(kept!.runningHours + 0.25, 9);
    await write('06:00', '08:00');
    // Two shift hours give one hour, and so do the pieces.
    expect((await floor()).partUsed[0]!.runningHours).toBeCloseTo(again!.runningHours, 9);
    await write('08:00', '09:30');
    // An hour and a half gives three quarters: two thirds of an hour for each hour in, instead of half.
    expect((await floor()).partUsed[0]!.runningHours).toBeCloseTo(again!.runningHours + 0.5 / 1.5 - 0.25, 9);
    await change('09:40', { partUsedId: again!.id });
    expect((await present()).age!.runningHours).toBeCloseTo(
      again!.runningHours + 0.5 / 1.5 - 0.25 + 1 / 6,
      9,
    );
  });

  it('stay as a counter counted them', async () => {
    const deviceId = newId();
    await shop.database.tables.devices.create({
      id: deviceId,
      kind: 'counter',
      name: 'Counter',
      machineId: params().machineId,
      standIn: false,
      tokenHash: 'none',
      registeredAt: shop.clock.now,
      registeredById: shop.works.scenario.people[0]!.id,
      revokedAt: null,
      lastHeardAt: new Date(today('10:00')),
    });
    await shop.database.sequelize.query(
      `INSERT INTO counter_hours (device_id, machine_id, hour_at, stitches, motor_ms, covered_shift_ms)
       SELECT :deviceId, :machineId, :first + INTERVAL seq HOUR, 20000, 1200000, 3600000 FROM seq_0_to_3`,
      { replacements: { deviceId, ...params(), first: new Date(today('06:00')) } },
    );
    await change('08:00');
    await change('09:00');
    const before = await hoursOut();
    expect(before[1]).toBeCloseTo(1 / 3, 6);
    await write('06:00', '10:00');
    expect(rounded(await hoursOut())).toEqual(rounded(before));
  });

  it('make life fits outdated', async () => {
    await change('08:00');
    const version = async () => (await mechanic.call(routes.readLife)).body.dataVersion;
    const before = await version();
    const piecesId = newId();
    await write('06:00', '10:00', piecesId);
    expect(await version()).not.toBe(before);
    await takeBack(piecesId);
    expect(await version()).toBe(before);
  });
});
