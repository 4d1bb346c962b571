import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideEffects, type FunctionalEffect } from '@ngrx/effects';
import { provideState, provideStore, Store, type Action, type FeatureSlice } from '@ngrx/store';
import { defer, map, of, Subject, throwError, type Observable } from 'rxjs';
import type { Problem, Route } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { comesLater, Outbox, type Settled } from '../shared/outbox/outbox';

/** Calls to the server, by route and content. */
export interface Asked {
  readonly route: string;
  readonly key?: string;
  readonly params?: unknown;
  readonly query?: unknown;
  readonly body?: unknown;
}

/** The server's answers by route: a reply, a problem, or one that comes when the test says so. */
export type Answers = Readonly<Record<string, unknown>>;

/** The network is down: writes that survive wait on the device. */
export const NO_NETWORK = Symbol('no network');

type Request = Omit<Asked, 'route'>;

const isProblem = (answer: unknown): answer is Problem =>
  typeof answer === 'object' && answer !== null && 'status' in answer && 'code' in answer;

/** The effects of a room against a server that answers as told. */
export function runEffects(room: {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- features of any state
  readonly features: readonly FeatureSlice<any>[];
  readonly effects: Readonly<Record<string, FunctionalEffect>>;
  readonly before?: readonly Action[];
  readonly answers: Answers;
}) {
  const { client, outbox, asked, answers, withdrawn } = fakeServer(room.answers);
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      provideStore(),
      ...room.features.map((feature) => provideState(feature)),
      provideEffects(room.effects),
      { provide: ApiClient, useValue: client },
      { provide: Outbox, useValue: outbox },
    ],
  });
  const store = TestBed.inject(Store);
  for (const action of room.before ?? []) store.dispatch(action);
  asked.length = 0;
  return { store, asked, answers, settled: outbox.settled, withdrawn };
}

/**
 * A server that answers as told, and the fakes for the client and the outbox in front of it; `contracts.ts` holds
 * them to the real behaviour.
 */
export function fakeServer(first: Answers = {}) {
  const asked: Asked[] = [];
  const answers: Record<string, unknown> = { ...first };
  const settled = new Subject<Settled>();
  const withdrawn: string[] = [];
  /** Writes waiting on the device; those on their way can no longer be withdrawn. */
  const waiting = new Map<
    string,
    { readonly route: Route; readonly request: Request; readonly tried: boolean }
  >();

  const answer = (route: Route, request: Request = {}): Observable<unknown> => {
    asked.push({ route: route.id, ...request });
    const said = answers[route.id];
    if (said instanceof Subject) return said as Subject<unknown>;
    return isProblem(said) ? throwError(() => said) : of(said);
  };
  const outbox = {
    settled,
    send: (route: Route, request: Request): Observable<unknown> => {
      const said = answers[route.id];
      const away = said === NO_NETWORK;
      if (!away && !(isProblem(said) && comesLater(said)))
        return answer(route, request).pipe(map((reply) => ({ reply })));
      if (!away) asked.push({ route: route.id, ...request });
      waiting.set(request.key!, { route, request, tried: !away });
      return of({ waits: true });
    },
    withdraw: (key: string) => {
      withdrawn.push(key);
      return Promise.resolve(waiting.get(key)?.tried === false && waiting.delete(key));
    },
    /** The network is back: what is waiting is sent. */
    online: (): void => {
      for (const [key, { route, request }] of waiting) {
        waiting.delete(key);
        asked.push({ route: route.id, ...request });
        const said = answers[route.id];
        const write = { key, routeId: route.id, ...request } as Settled['write'];
        settled.next({ write, problem: isProblem(said) ? said : null });
      }
    },
  };
  const client = { call: (route: Route, request?: Request) => defer(() => answer(route, request)) };
  return { client, outbox, asked, answers, withdrawn };
}
