import {
  createEnvironmentInjector,
  EnvironmentInjector,
  provideZonelessChangeDetection,
} from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { randomLcg } from 'd3-random';
import { Dexie } from 'dexie';
import { defer, of, throwError, type Observable } from 'rxjs';
import { newId, routes } from '@gantelet/contracts';
import { until } from '../../testing/mount';
import { ApiClient } from '../api/api-client';
import { Outbox } from './outbox';

const SEED = 0.2026;
const PEOPLE = ['jory', 'amadi'];
const MACHINES = Array.from({ length: 4 }, newId);
const WRITES = (window as unknown as { __karma__?: { config: { outboxWrites?: number } } }).__karma__?.config
  .outboxWrites;

/** A write as the server has it. */
interface Done {
  readonly key: string;
  readonly by: string;
  readonly machineId: string;
}

describe('the outbox of a browser where everything goes wrong', () => {
  it('loses no acknowledged write, does none twice, and keeps the order at each machine', async () => {
    await Dexie.delete('gantelet-outbox');
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const random = randomLcg(SEED);
    const chance = (share: number): boolean => random() < share;
    const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;

    /** The server: does each key once, whoever sends it again, in the name of the person signed in. */
    const done: Done[] = [];
    let person = PEOPLE[0]!;
    let chaos = true;
    const fails = (status: number, code = 'server.busy') =>
      throwError(() => ({ type: 'about:blank', title: 'No', status, code }));
    const serve = (page: Page, key: string, machineId: string): Observable<unknown> =>
      defer(() => {
        if (page.person !== person) return fails(403, 'session.forged');
        if (chaos && chance(0.15)) return fails(pick([0, 0, 0, 503, 500, 401, 429]));
        if (!done.some((one) => one.key === key)) done.push({ key, by: person, machineId });
        return chaos && chance(0.15) ? fails(0) : of('done');
      });

    interface Page {
      readonly injector: EnvironmentInjector;
      readonly box: Outbox;
      readonly no: number;
      person: string;
    }
    let opened = 0;
    function openPage(): Page {
      const page = { person, no: opened++ } as { -readonly [K in keyof Page]: Page[K] };
      const call = (_: unknown, { key, params }: { key: string; params: { machineId: string } }) =>
        serve(page, key, params.machineId);
      page.injector = createEnvironmentInjector(
        [Outbox, { provide: ApiClient, useValue: { call } }],
        TestBed.inject(EnvironmentInjector),
      );
      page.box = page.injector.get(Outbox);
      page.box.use(person);
      return page;
    }

    const pages = [openPage(), openPage()];
    const acknowledged = new Set<string>();
    const sent: (Done & { readonly page: number })[] = [];
    const count = WRITES ?? 240;
    for (let n = 0; n < count; n++) {
      const page = pick(pages);
      if (chance(0.04)) {
        // The battery is pulled, and the page is opened again.
        page.injector.destroy();
        pages[pages.indexOf(page)] = openPage();
        continue;
      }
      if (chance(0.04)) {
        // Somebody else signs in; the other page hears of it only now and then.
        person = pick(PEOPLE);
        for (const one of pages) if (one === page || chance(0.5)) one.box.use((one.person = person));
      }
      if (chance(0.1)) dispatchEvent(new Event('online'));
      const [key, machineId] = [newId(), pick(MACHINES)];
      sent.push({ key, by: page.person, machineId, page: page.no });
      const kept = new Promise<void>((resolve) => {
        const body = { trouble: 'clunk' as const, reportedAt: '2026-03-04T10:00:00.000Z' };
        page.box.send(routes.reportTrouble, { key, params: { machineId }, body }, '').subscribe({
          next: () => {
            acknowledged.add(key);
            resolve();
          },
          error: () => {
            resolve();
          },
        });
      });
      // People do one thing after another more often than several at once.
      if (chance(0.7)) await kept;
    }

    chaos = false;
    for (const name of PEOPLE) {
      person = name;
      for (const page of pages) page.box.use((page.person = name));
      const own = () => pages[0]!.box.waiting().filter(({ personId }) => personId === name);
      await until(() => {
        dispatchEvent(new Event('online'));
        return own().length === 0;
      });
    }

    const keysDone = new Set(done.map(({ key }) => key));
    expect([...acknowledged].filter((key) => !keysDone.has(key)))
      .withContext('lost')
      .toEqual([]);
    expect(done.length - keysDone.size)
      .withContext('doubled')
      .toBe(0);
    expect(acknowledged.size).toBeGreaterThan(count / 2);
    const places = new Map(done.map(({ key }, place) => [key, place]));
    const lastAt = new Map<string, number>();
    let swapped = 0;
    for (const { key, by, machineId, page } of sent) {
      const place = places.get(key);
      if (place === undefined) continue;
      const lane = `${page} ${by} ${machineId}`;
      if (place < (lastAt.get(lane) ?? -1)) swapped++;
      lastAt.set(lane, place);
    }
    expect(swapped).withContext('out of order').toBe(0);
    const makers = new Map(sent.map((one) => [one.key, one]));
    expect(done.filter(({ key, by }) => makers.get(key)?.by !== by))
      .withContext('in a wrong name')
      .toEqual([]);
    for (const page of pages) page.injector.destroy();
  });
});
