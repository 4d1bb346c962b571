import {
  createEnvironmentInjector,
  EnvironmentInjector,
  provideZonelessChangeDetection,
} from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Dexie } from 'dexie';
import { NEVER, of, throwError, type Observable } from 'rxjs';
import { newId, routes } from '@gantelet/contracts';
import { until } from '../../testing/mount';
import { ApiClient } from '../api/api-client';
import { Outbox, type Sent, type Settled } from './outbox';
import { openShelf } from './outbox-shelf';

const problem = (status: number, code = 'server.busy') => ({
  type: 'about:blank',
  title: `No: ${code}`,
  status,
  code,
});
const NO_ANSWER = problem(0);
const REFUSED = problem(409, 'needle.moved-on');
const [COMPOUND, LONG_ARM] = [newId(), newId()];

describe('the outbox', () => {
  /** What the server does with each attempt, and the keys it received. */
  let answers: (key: string) => Observable<unknown>;
  const tried: string[] = [];
  const settled: Settled[] = [];
  const pages: EnvironmentInjector[] = [];
  let box: Outbox;

  /** Another tab of the same browser. */
  function openPage(personId: string | null = 'jory'): Outbox {
    const call = (_: unknown, { key }: { key: string }) => {
      tried.push(key);
      return answers(key);
    };
    const providers = [Outbox, { provide: ApiClient, useValue: { call } }];
    const page = createEnvironmentInjector(providers, TestBed.inject(EnvironmentInjector));
    pages.push(page);
    const opened = page.get(Outbox);
    opened.use(personId);
    return opened;
  }
  beforeEach(async () => {
    await Dexie.delete('gantelet-outbox');
    tried.length = settled.length = pages.length = 0;
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    box = openPage();
    box.settled.subscribe((one) => settled.push(one));
  });
  afterEach(() => {
    for (const page of pages) if (!page.destroyed) page.destroy();
  });

  const send = (
    key = newId(),
    { from = box, machineId = COMPOUND, urgent = false } = {},
  ): Promise<Sent<unknown>> =>
    new Promise((resolve, reject) =>
      from
        .send(
          routes.reportTrouble,
          { key, params: { machineId }, body: { trouble: 'clunk', reportedAt: '2026-03-04T10:00:00.000Z' } },
          'makes a clunk',
          urgent,
        )
        .subscribe({ next: resolve, error: reject }),
    );
  const online = (): void => void dispatchEvent(new Event('online'));

  it('sends at once while there is a network', async () => {
    answers = () => of('done');
    expect(await send()).toEqual({ reply: 'done' });
    await until(() => box.waiting().length === 0);
  });

  it('stores what gets no answer, and sends it in order with its own keys when the network is back', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const keys = [newId(), newId(), newId()];
    for (const key of keys) expect(await send(key)).toEqual({ waits: true });
    await until(() => box.waiting().length === 3);
    expect(box.waiting().map(({ key }) => key)).toEqual(keys);
    answers = () => of('done');
    online();
    await until(() => box.waiting().length === 0 && settled.length === 3);
    expect(tried.slice(-3)).toEqual(keys);
    expect(settled.map(({ write, problem: why }) => [write.key, why])).toEqual(
      keys.map((key) => [key, null]),
    );
  });

  it('keeps a write that a failing server or an expired session says nothing about', async () => {
    for (const later of [
      problem(500),
      problem(503),
      problem(429),
      problem(401),
      problem(403, 'session.forged'),
    ]) {
      answers = () => throwError(() => later);
      expect(await send(newId(), { machineId: newId() }))
        .withContext(`${later.status}`)
        .toEqual({ waits: true });
    }
  });

  it('shows a late refusal until it is read, and continues with the rest', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const [first, second] = [newId(), newId()];
    await send(first);
    await send(second);
    answers = (key) => (key === first ? throwError(() => REFUSED) : of('done'));
    online();
    await until(() => settled.length === 2 && box.refused().length === 1);
    expect(box.refused().map(({ write, problem: why }) => [write.key, why.code])).toEqual([
      [first, 'needle.moved-on'],
    ]);
    const later = openPage();
    await until(() => later.refused().length === 1);
    await later.read(first);
    await until(() => box.refused().length === 0);
  });

  it('sends a refused write again when asked, also after the page was reloaded', async () => {
    answers = () => throwError(() => NO_ANSWER);
    await send();
    answers = () => throwError(() => problem(400, 'request.invalid'));
    dispatchEvent(new Event('online'));
    await until(() => box.refused().length === 1);
    pages[0]!.destroy();
    const again = openPage();
    await until(() => again.refused().length === 1);
    expect(again.refused()[0]!.write.body).toEqual(jasmine.objectContaining({ trouble: 'clunk' }));
    answers = () => of({});
    await again.sendAgain(again.refused()[0]!.write.key);
    await until(() => again.refused().length === 0 && again.waiting().length === 0);
    expect(new Set(tried).size).withContext('under its own key').toBe(1);
  });

  it('says that a change is lost when there is neither a connection nor room for it', async () => {
    const full = spyOn(IDBObjectStore.prototype, 'add').and.throwError(
      new DOMException('no room', 'QuotaExceededError'),
    );
    spyOn(IDBObjectStore.prototype, 'put').and.throwError(new DOMException('no room', 'QuotaExceededError'));
    answers = () => throwError(() => NO_ANSWER);
    await expectAsync(send()).toBeRejectedWith(
      jasmine.objectContaining({ title: jasmine.stringContaining('it is NOT saved') }),
    );
    answers = () => throwError(() => REFUSED);
    await expectAsync(send()).toBeRejectedWith(REFUSED);
    expect(full).toHaveBeenCalled();
  });

  it('asks the browser once to keep what waits, and knows if it may delete it', async () => {
    const persist = spyOn(navigator.storage, 'persist').and.resolveTo(false);
    answers = () => throwError(() => NO_ANSWER);
    await send();
    await send();
    await until(() => box.mayBeDeleted());
    expect(persist).toHaveBeenCalledTimes(1);
  });

  it('reports an immediate refusal, and stores nothing', async () => {
    answers = () => throwError(() => REFUSED);
    await expectAsync(send()).toBeRejectedWith(REFUSED);
    await until(() => box.waiting().length === 0 && box.refused().length === 0);
  });

  it("sends nothing in another person's name, and lets it hold nobody up", async () => {
    answers = () => throwError(() => NO_ANSWER);
    const waits = newId();
    await send(waits);
    answers = () => of('done');
    box.use('amadi');
    expect(await send()).toEqual({ reply: 'done' });
    expect(box.waiting().map(({ key }) => key)).toEqual([waits]);
    box.use('jory');
    await until(() => box.waiting().length === 0);
    expect(tried.at(-1)).toBe(waits);
  });

  it('holds up only what concerns the same machine', async () => {
    const stuck = newId();
    answers = (key) => (key === stuck ? throwError(() => problem(500)) : of('done'));
    await send(stuck);
    expect(await send(newId(), { machineId: LONG_ARM })).toEqual({ reply: 'done' });
    expect(await send()).toEqual({ waits: true });
  });

  it('sends a missing piece before what waits for other machines', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const [change, missing] = [newId(), newId()];
    await send(change);
    await send(missing, { machineId: LONG_ARM, urgent: true });
    answers = () => of('done');
    tried.length = 0;
    online();
    await until(() => box.waiting().length === 0);
    expect(tried).toEqual([missing, change]);
  });

  it('finds waiting writes again after the page was closed, even with a request on its way', async () => {
    answers = () => NEVER;
    const key = newId();
    void send(key);
    await until(() => tried.length === 1);
    pages[0]!.destroy();
    answers = () => of('done');
    const later = openPage();
    await until(() => tried.length === 2);
    await until(() => later.waiting().length === 0);
    expect(tried).toEqual([key, key]);
  });

  it('withdraws what was never sent, and nothing that may have arrived', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const left = newId();
    await send(left);
    expect(await box.withdraw(left)).toBeFalse();
    spyOnProperty(navigator, 'onLine').and.returnValue(false);
    const stayed = newId();
    await send(stayed, { machineId: LONG_ARM });
    expect([await box.withdraw(stayed), await box.withdraw(stayed)]).toEqual([true, false]);
    expect(tried).not.toContain(stayed);
  });
});

describe('a write from an earlier release', () => {
  it('keeps waiting, under its present name', async () => {
    const name = `gantelet-outbox-${newId()}`;
    const before = new Dexie(name);
    before.version(1).stores({ writes: '++seq, &key, [personId+state], [personId+lane+state]' });
    const row = {
      key: newId(),
      personId: 'p',
      lane: 'l',
      state: 'waiting',
      outcome: null,
      madeAtMs: Date.now(),
    };
    const body = { machineId: 'm', sewing: true, lookedAt: '2026-03-04T10:00:00.000Z' };
    await before.table('writes').add({ ...row, routeId: 'logLook', body });
    before.close();
    const shelf = await openShelf(name);
    const [waiting] = await shelf.waiting('p');
    expect([waiting?.routeId, waiting?.body]).toEqual([
      'logSpotCheck',
      { machineId: 'm', sewing: true, checkedAt: body.lookedAt },
    ]);
    shelf.close();
    await Dexie.delete(name);
  });
});
