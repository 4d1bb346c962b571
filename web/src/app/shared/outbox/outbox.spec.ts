import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { createStore, clear } from 'idb-keyval';
import { newId, routes } from '@gantelet/contracts';
import { ApiClient } from '../api/api-client';
import { of, throwError, type Observable } from 'rxjs';
import { Outbox, type Sent, type Settled } from './outbox';

const NO_ANSWER = { type: 'about:blank', title: 'No answer', status: 0, code: 'server.busy' };
const REFUSED = { type: 'x', title: 'Already changed', status: 409, code: 'needle.moved-on' };

describe('the outbox', () => {
  /** What the server does with each try, and the keys it was tried with. */
  let answers: (key: string) => Observable<unknown>;
  const tried: string[] = [];
  let box: Outbox;
  const settled: Settled[] = [];
  beforeEach(async () => {
    await clear(createStore('gantelet', 'outbox')).catch(() => undefined);
    tried.length = settled.length = 0;
    const api = {
      call: (_: unknown, { key }: { key: string }) => {
        tried.push(key);
        return answers(key);
      },
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: ApiClient, useValue: api },
      ],
    });
    TestBed.inject(HttpTestingController);
    box = TestBed.inject(Outbox);
    box.settled.subscribe((one) => settled.push(one));
    box.use('jory');
    await quiet();
  });

  const quiet = () => new Promise((resolve) => setTimeout(resolve, 60));
  const send = (key = newId()): Promise<Sent<unknown>> =>
    new Promise((resolve, reject) =>
      box
        .send(
          routes.reportTrouble,
          {
            key,
            params: { machineId: newId() },
            body: { trouble: 'clunk', reportedAt: '2026-03-04T10:00:00.000Z' },
          },
          'clunk heard',
        )
        .subscribe({ next: resolve, error: reject }),
    );
  /** Waits as long as it takes a busy machine, but not for ever. */
  const until = async (holds: () => boolean) => {
    for (let tries = 0; tries < 100 && !holds(); tries++) await quiet();
  };
  const online = async () => {
    dispatchEvent(new Event('online'));
    await quiet();
  };

  it('sends at once while there is a network', async () => {
    answers = () => of('done');
    expect(await send()).toEqual({ reply: 'done' });
    expect(box.waiting()).toEqual([]);
  });

  it('keeps what gets no answer, and sends it in order with its own keys when the network is back', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const keys = [newId(), newId(), newId()];
    for (const key of keys) expect(await send(key)).toEqual({ waits: true });
    expect(box.waiting().map(({ key }) => key)).toEqual(keys);
    expect(tried).toEqual([keys[0]!]);
    await online();
    expect(box.waiting().length).toBe(3);
    answers = () => of('done');
    await online();
    await until(() => settled.length === 3);
    expect(tried.slice(-3)).toEqual(keys);
    expect(box.waiting()).toEqual([]);
    expect(settled.map(({ write, problem }) => [write.key, problem])).toEqual(keys.map((key) => [key, null]));
  });

  it('tells what the server refused in the end, and goes on with the rest', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const [first, second] = [newId(), newId()];
    await send(first);
    await send(second);
    answers = (key) => (key === first ? throwError(() => REFUSED) : of('done'));
    await online();
    await until(() => settled.length === 2);
    expect(settled.map(({ problem }) => problem?.code ?? null)).toEqual(['needle.moved-on', null]);
    expect(box.waiting()).toEqual([]);
  });

  it('throws what is refused at once, and keeps nothing of it', async () => {
    answers = () => throwError(() => REFUSED);
    await expectAsync(send()).toBeRejectedWith(REFUSED);
    expect(box.waiting()).toEqual([]);
  });

  it("sends nothing in another person's name", async () => {
    answers = () => throwError(() => NO_ANSWER);
    await send();
    answers = () => of('done');
    box.use('amadi');
    await online();
    expect(box.waiting().length).toBe(1);
    box.use('jory');
    await until(() => box.waiting().length === 0);
    expect(box.waiting()).toEqual([]);
  });

  it('finds what waits again after the page was closed', async () => {
    answers = () => throwError(() => NO_ANSWER);
    const key = newId();
    await send(key);
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: ApiClient, useValue: { call: () => throwError(() => NO_ANSWER) } },
      ],
    });
    const later = TestBed.inject(Outbox);
    later.use('jory');
    await quiet();
    expect(later.waiting().map((one) => one.key)).toEqual([key]);
  });
});
