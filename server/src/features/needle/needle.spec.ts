import sharp from 'sharp';
import {
  newId,
  routes,
  type NeedleCheckInput,
  type NeedleLot,
  type NewNeedleLot,
  type Problem,
} from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import type { TestClient } from '../../testing/test-client.js';

const AT = '2026-03-04T09:40:00.000Z';
const GOOD = { snag: 'clean', straightness: 'straight' } as const;
const BAD = { snag: 'snags' } as const;

describe('needle lots', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  let operator: TestClient;
  let codes = 0;
  const passMinutes = (minutes: number) => {
    shop.clock.now = new Date(shop.clock.now.getTime() + minutes * 60_000);
  };
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    operator = await shop.signedIn('operator');
  });
  afterAll(() => shop.stop());

  const codeOf = ({ body }: { readonly body: unknown }) => (body as Problem).code;
  const register = async (entry: Partial<NewNeedleLot> = {}): Promise<NeedleLot> =>
    (
      await mechanic.call(routes.registerLot, {
        body: {
          code: `N-${codes++}`,
          needle: shop.works.work.needle,
          received: null,
          supplier: '',
          ...entry,
        },
      })
    ).body;
  const check = (lotId: string | null, looks: Partial<NeedleCheckInput['looks']>, key = newId()) =>
    operator.call(routes.logNeedleCheck, {
      key,
      body: { lotId, looks: looks as NeedleCheckInput['looks'], note: '', photo: null, checkedAt: AT },
    });
  const lotNow = async (id: string): Promise<NeedleLot> =>
    (await operator.call(routes.listLots)).body.find((lot) => lot.id === id)!;
  it('store the photo taken during a check, once, and separately from the list', async () => {
    const picture = sharp({
      create: { width: 30, height: 20, channels: 3, background: { r: 90, g: 90, b: 99 } },
    });
    const photo = (await picture.jpeg().toBuffer()).toString('base64');
    const key = newId();
    const body = { lotId: null, looks: GOOD, note: '', checkedAt: AT };
    const send = (sent: string | null, id = key) =>
      operator.call(routes.logNeedleCheck, {
        key: id,
        body: { ...body, photo: sent } as NeedleCheckInput,
      });
    expect((await send(photo)).body.hasPhoto).toBeTrue();
    await send(photo);
    const read = await operator.call(routes.readNeedlePhoto, { params: { checkId: key } });
    // It is encoded again.
    expect((await sharp(Buffer.from(read.body.photo, 'base64')).metadata()).width).toBe(30);
    const without = newId();
    expect((await send(null, without)).body.hasPhoto).toBeFalse();
    const none = await operator.call(routes.readNeedlePhoto, { params: { checkId: without } });
    expect([none.status, codeOf(none)]).toEqual([404, 'entry.unknown']);
    const png = Buffer.from([0x89, 0x50, 0x4e, 0x47]).toString('base64');
    const refused = await send(png, newId());
    expect([refused.status, (refused.body as unknown as Problem).fields?.[0]?.path]).toEqual([
      400,
      'body.photo',
    ]);
  });

  async function putIn(lotId: string, changedAt = AT) {
    const params = { machineId: shop.works.ids.compound };
    const floor = (await operator.call(routes.readFloor)).body;
    const standing = floor.zones
      .flatMap(({ machines }) => machines)
      .find(({ id }) => id === params.machineId)!;
    return operator.call(routes.changeNeedle, {
      params,
      body: {
        removesInstallId: standing.needle?.installId ?? null,
        cause: 'scheduled',
        fragments: 'whole',
        needle: shop.works.work.needle,
        lotId,
        keptInPocket: null,
        partUsedId: null,
        changedAt,
      },
    });
  }

  it('that are waiting for a check are accepted when their sample is full', async () => {
    const lot = await register({ received: 2, state: 'to-check' });
    expect(lot).toEqual(jasmine.objectContaining({ state: 'to-check', received: 2, decided: null }));
    await check(lot.id, GOOD);
    expect((await lotNow(lot.id)).state).toBe('to-check');
    await check(lot.id, GOOD);
    const { state, decided, sample } = await lotNow(lot.id);
    expect(state).toBe('accepted');
    expect(decided).toEqual(jasmine.objectContaining({ by: 'Test operator', note: '2 checked, 0 bad' }));
    expect(sample).toEqual({ checked: 2, bad: 0, doubtful: 0 });
  });

  it('found bad on arrival never reach a machine, until a mechanic says why they may', async () => {
    const lot = await register({ received: 40, state: 'to-check' });
    await check(lot.id, GOOD);
    await check(lot.id, BAD);
    expect((await lotNow(lot.id)).state).toBe('quarantined');
    passMinutes(1);
    const refused = await putIn(lot.id, shop.clock.now.toISOString());
    expect([refused.status, codeOf(refused)]).toEqual([409, 'lot.quarantined']);
    const params = { lotId: lot.id };
    const release = { state: 'accepted' as const, note: 'the knit was at fault' };
    expect((await operator.call(routes.decideLot, { params, body: release })).status).toBe(403);
    const { body } = await mechanic.call(routes.decideLot, { params, body: release });
    expect([body.state, body.decided!.note]).toEqual(['accepted', 'the knit was at fault']);
    expect((await putIn(lot.id, shop.clock.now.toISOString())).status).toBe(200);
    await check(lot.id, GOOD);
    expect((await lotNow(lot.id)).state)
      .withContext('a good one changes nothing')
      .toBe('accepted');
    await check(lot.id, BAD);
    expect((await lotNow(lot.id)).state)
      .withContext('a further bad one does')
      .toBe('quarantined');
  });

  it('log a needle installed before its lot was quarantined: it is in', async () => {
    const lot = await register();
    const wentInAt = shop.clock.now.toISOString();
    passMinutes(1);
    await check(lot.id, BAD);
    expect((await lotNow(lot.id)).state).toBe('quarantined');
    expect((await putIn(lot.id, wentInAt)).status).toBe(200);
  });

  it('store each check once, and do not count a withdrawn one', async () => {
    const lot = await register();
    const key = newId();
    await check(lot.id, GOOD, key);
    const again = await check(lot.id, GOOD, key);
    expect(again.body).toEqual(
      jasmine.objectContaining({ id: key, lotCode: lot.code, checkedBy: 'Test operator', checkedAt: AT }),
    );
    expect((await operator.call(routes.listNeedleChecks, { query: { lotId: lot.id } })).body.length).toBe(1);
    await operator.call(routes.withdrawEntry, { body: { log: 'needle-check', entryId: key } });
    expect((await lotNow(lot.id)).sample.checked).toBe(0);
  });

  it('refuse a check that is empty, of an unknown lot, or with impossible forces', async () => {
    const lot = await register();
    const empty = await check(lot.id, {});
    expect([empty.status, (empty.body as unknown as Problem).fields?.[0]?.path]).toEqual([400, 'body.looks']);
    expect(codeOf(await check(newId(), GOOD))).toBe('lot.unknown');
    const swapped = await check(lot.id, { pulls: { weightN: 1, upN: 0.9, downN: 1.5 } });
    expect(swapped.status).toBe(400);
    expect((await lotNow(lot.id)).sample.checked).toBe(0);
    expect((await check(null, GOOD)).status)
      .withContext('a needle of no known lot')
      .toBe(200);
  });

  // The friction of both needles is common practice: 25.4 % and 55.7 %.
  it('show bad eyes after a few of them', async () => {
    const lot = await register();
    expect(lot.friction).toEqual({ tested: 0, tooMuch: 0, mean: null, evidence: 1, bad: false });
    const pull = (upN: number, downN: number) => check(lot.id, { pulls: { weightN: 1.17, upN, downN } });
    await pull(1.5, 0.9);
    expect((await lotNow(lot.id)).friction.mean).toBeCloseTo(0.254, 3);
    for (let i = 0; i < 3; i++) await pull(2.2, 0.7);
    const { friction } = await lotNow(lot.id);
    expect([friction.tested, friction.tooMuch, friction.bad]).toEqual([4, 3, true]);
  });
});
