import { newId, ROUTE_TABLE, routes, type Route } from '@gantelet/contracts';
import { exampleOf, extremesOf, withExtreme, type Known } from '../testing/example-of.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';
import type { TestClient } from '../testing/test-client.js';

/** Signing in has limits of its own, and a device authenticates otherwise. */
const WRITES = ROUTE_TABLE.filter(
  ({ method, permission, id }) =>
    method !== 'GET' && !['anyone', 'device'].includes(permission) && !/^(sign|change)/.test(id),
);
const READS = ROUTE_TABLE.filter(
  ({ method, streams, path, permission }) =>
    method === 'GET' && !streams && !path.includes(':') && permission !== 'device',
);

describe('numbers and moments at their extremes', () => {
  let shop: TestShop;
  let lead: TestClient;
  let known: Known;
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
    const { ids, work } = shop.works;
    known = {
      ...{
        machineId: ids.compound,
        setupId: ids.setup,
        zoneId: ids.zone,
        shiftId: ids.shift,
        deviceId: ids.gauge,
      },
      ...work.needle,
      ...{ needle: work.needle, layers: work.layers, thread: work.thread, schools: work.schools },
      ...{
        systemIds: ['135x17'],
        changedAt: '2026-03-04T09:45:00.000Z',
        removesInstallId: null,
        lotId: null,
      },
      ...{ materialId: 'veg-tan-side', timeZone: 'Europe/London', weekdays: [1], name: 'Named by a test' },
    };
  });
  afterAll(() => shop.stop());

  const send = (route: Route, body: unknown) => {
    const params = exampleOf(route.params, known) as Record<string, string>;
    return lead.call(route, { key: newId(), params, body } as never);
  };

  it('are answered by every write, and leave everything readable', async () => {
    const faults: string[] = [];
    const statuses = new Map<number, number>();
    for (const route of WRITES) {
      const whole = exampleOf(route.body, known);
      for (const extreme of extremesOf(route.body)) {
        const { status } = await send(route, withExtreme(whole, extreme));
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        if (status >= 500 && status !== 503)
          faults.push(`${route.id} ${extreme.path.join('.')} ${String(extreme.value)}: ${status}`);
      }
    }
    expect(faults).toEqual([]);
    expect(statuses.get(200) ?? 0)
      .withContext('extremes within bounds are taken')
      .toBeGreaterThan(100);
    for (const route of READS) {
      const { status } = await lead.call(route, { query: {} } as never);
      expect(status).withContext(`${route.id} afterwards`).toBeLessThan(500);
    }
  });

  it('do not make the queue of jobs walk through centuries', async () => {
    const queue = (dueAt: string) =>
      lead.call(routes.queueJob, {
        key: newId(),
        body: { setupId: shop.works.ids.setup, pieces: null, sewMinutes: 60, dueAt, note: '' } as never,
      });
    expect((await queue('9999-12-31T00:00:00Z')).status).toBe(400);
    for (const day of ['1990-01-01', '2099-12-31'])
      expect((await queue(`${day}T12:00:00.000Z`)).status)
        .withContext(day)
        .toBe(200);
    const { body } = await lead.call(routes.readJobQueue);
    const minutes = body.jobs.map(({ dueIn }) => dueIn[0]?.minutes ?? 0);
    // Early shifts of eight hours on working days, from 1990 and until 2099.
    expect(minutes.some((one) => one < -9000 * 480)).toBeTrue();
    expect(minutes.some((one) => one > 19_000 * 480)).toBeTrue();
  });
});
