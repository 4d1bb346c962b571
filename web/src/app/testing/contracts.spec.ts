import { HttpErrorResponse, HttpResponse, provideHttpClient, withInterceptors } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Dexie } from 'dexie';
import { of, throwError } from 'rxjs';
import { IDEMPOTENCY_HEADER, routes, type Route } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { Outbox } from '../shared/outbox/outbox';
import { itCallsTheServer, itKeepsWrites, type Reached, type ServerSays } from './contracts';
import { fakeServer, NO_NETWORK } from './run-effects';

/** A server behind the real HTTP client, for the two routes that the suites call. */
function serverOverHttp() {
  const said = new Map<string, ServerSays>();
  const reached: Reached[] = [];
  const provided = provideHttpClient(
    withInterceptors([
      (request) => {
        const route = request.method === 'GET' ? routes.listMachines : routes.reportTrouble;
        const what = said.get(route.id)!;
        if (typeof what === 'string') return throwError(() => new HttpErrorResponse({ status: 0 }));
        const key = request.headers.get(IDEMPOTENCY_HEADER) ?? undefined;
        // A retry is the same call.
        if (reached.at(-1)?.key !== key || key === undefined)
          reached.push({ route: route.id, key, body: request.body });
        if ('reply' in what) return of(new HttpResponse({ status: 200, body: what.reply }));
        const { problem: error } = what;
        return throwError(() => new HttpErrorResponse({ status: error.status, error }));
      },
    ]),
  );
  return {
    provided,
    reached: () => reached,
    says: (route: Route, what: ServerSays) => said.set(route.id, what),
  };
}

/** The fake used in room tests, in the terms of the suites. */
function serverOfRooms() {
  const { client, outbox, asked, answers } = fakeServer();
  const says = (route: Route, what: ServerSays): void => {
    answers[route.id] = typeof what === 'string' ? NO_NETWORK : 'reply' in what ? what.reply : what.problem;
  };
  const reached = (): Reached[] => asked.map(({ route, key, body }) => ({ route, key, body }));
  return { client, outbox, says, reached };
}

describe('the client of the server', () => {
  itCallsTheServer(() => {
    const { provided, says, reached } = serverOverHttp();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provided] });
    return { under: TestBed.inject(ApiClient) as never, says, reached };
  });
});

describe('the fake client of room tests', () => {
  itCallsTheServer(() => {
    const { client, says, reached } = serverOfRooms();
    return { under: client, says, reached };
  });
});

describe('the outbox in a browser', () => {
  afterEach(() => {
    Reflect.deleteProperty(navigator, 'onLine');
  });

  itKeepsWrites(async () => {
    await Dexie.delete('gantelet-outbox');
    const { provided, says, reached } = serverOverHttp();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provided] });
    const outbox = TestBed.inject(Outbox);
    outbox.use('jory');
    const network = (there: boolean) =>
      Object.defineProperty(navigator, 'onLine', { configurable: true, get: () => there });
    return {
      under: {
        settled: outbox.settled,
        send: (...sent) => outbox.send(...(sent as Parameters<Outbox['send']>)),
        withdraw: (key) => outbox.withdraw(key),
        online: () => {
          network(true);
          dispatchEvent(new Event('online'));
        },
      },
      says: (route, what) => {
        network(typeof what !== 'string');
        says(route, what);
      },
      reached,
    };
  });
});

describe('the fake outbox of room tests', () => {
  itKeepsWrites(() => {
    const { outbox, says, reached } = serverOfRooms();
    return Promise.resolve({ under: outbox, says, reached });
  });
});
