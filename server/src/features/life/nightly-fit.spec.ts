import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import { queueNightlyFit } from './nightly-fit.js';

/** The small works uses UTC. */
const at = (hour: number, day = 4) => new Date(Date.UTC(2026, 2, day, hour, 15));

describe('the nightly fit', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(() => shop.stop());

  it('is queued once a day, after the late shift, however many servers check', async () => {
    expect(await queueNightlyFit(shop.database, at(1))).toBeFalse();
    const looks = await Promise.allSettled(
      Array.from({ length: 4 }, () => queueNightlyFit(shop.database, at(2))),
    );
    expect(await shop.count('jobs')).toBe(1);
    expect(looks.filter((one) => one.status === 'fulfilled' && one.value).length).toBeGreaterThan(0);
    await shop.database.tables.jobs.update({ state: 'failed' }, { where: {} });
    expect(await queueNightlyFit(shop.database, at(9))).toBeFalse();
    expect(await queueNightlyFit(shop.database, at(3, 5))).toBeTrue();
  });
});
