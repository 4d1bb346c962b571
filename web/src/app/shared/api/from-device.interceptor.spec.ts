import { HttpClient, HttpErrorResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { REQUEST_ID_HEADER } from '@gantelet/contracts';
import { Connection } from './connection';
import { fromDevice } from './from-device.interceptor';
import { forgetAnswers } from './kept-answers';

describe('answers cached on the device', () => {
  let http: HttpClient;
  let server: HttpTestingController;
  let connection: Connection;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(withInterceptors([fromDevice])),
        provideHttpClientTesting(),
      ],
    });
    http = TestBed.inject(HttpClient);
    server = TestBed.inject(HttpTestingController);
    connection = TestBed.inject(Connection);
  });

  const asked = () => {
    http.get('/api/floor').subscribe({ error: () => undefined });
    return server.expectOne('/api/floor');
  };
  const kept = (Date: string) => {
    asked().flush({}, { headers: { [REQUEST_ID_HEADER]: 'of-an-earlier-request', Date } });
  };

  it('are recognised by their request id, and the oldest of them counts', () => {
    kept('Wed, 04 Mar 2026 09:30:00 GMT');
    kept('Wed, 04 Mar 2026 09:00:00 GMT');
    kept('Wed, 04 Mar 2026 09:45:00 GMT');
    expect(connection.asOf()).toEqual(new Date('2026-03-04T09:00:00Z'));
    const now = asked();
    now.flush({}, { headers: { [REQUEST_ID_HEADER]: now.request.headers.get(REQUEST_ID_HEADER)! } });
    expect(connection.asOf()).toBeNull();
  });

  it('do not exist if nobody returns the id', () => {
    asked().flush({});
    expect(connection.asOf()).toBeNull();
  });

  it('count as no answer if there was neither an answer nor a cached one, and leave other errors alone', () => {
    const seen: HttpErrorResponse[] = [];
    for (const [status, body] of [
      [504, null],
      [503, { code: 'server.busy' }],
    ] as const) {
      http.get('/api/life').subscribe({ error: (error: HttpErrorResponse) => seen.push(error) });
      server.expectOne('/api/life').flush(body, { status, statusText: 'no' });
    }
    expect(seen.map(({ status, error }) => [status, error as unknown])).toEqual([
      [0, null],
      [503, { code: 'server.busy' }],
    ]);
  });

  it('are cleared with the person signed in, but not the application itself', async () => {
    const names = ['ngsw:/:1:data:read:cache', 'ngsw:/:2:assets:application:cache'];
    for (const name of names) await (await caches.open(name)).put('/one', new Response('1'));
    await forgetAnswers();
    const left = await Promise.all(
      names.map(async (name) => (await (await caches.open(name)).keys()).length),
    );
    expect(left).toEqual([0, 1]);
    for (const name of names) await caches.delete(name);
  });
});
