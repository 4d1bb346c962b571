import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideEffects, type FunctionalEffect } from '@ngrx/effects';
import { provideState, provideStore, Store, type Action, type FeatureSlice } from '@ngrx/store';
import { map, of, Subject, throwError, type Observable } from 'rxjs';
import type { Problem, Route } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { Outbox, type Settled } from '../shared/outbox/outbox';

/** What was asked of the server, by the route and what was sent. */
export interface Asked {
  readonly route: string;
  readonly key?: string;
  readonly params?: unknown;
  readonly query?: unknown;
  readonly body?: unknown;
}

/** What the server answers by route: a reply, a problem, or one that comes when the test says so. */
export type Answers = Readonly<Record<string, unknown>>;

/** The network is away: what survives that waits on the device. */
export const NO_NETWORK = Symbol('no network');

const isProblem = (answer: unknown): answer is Problem =>
  typeof answer === 'object' && answer !== null && 'status' in answer && 'code' in answer;

/** The effects of a room over a server that answers as told. */
export function runEffects(room: {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- features of any state
  readonly features: readonly FeatureSlice<any>[];
  readonly effects: Readonly<Record<string, FunctionalEffect>>;
  readonly before?: readonly Action[];
  readonly answers: Answers;
}) {
  const asked: Asked[] = [];
  const settled = new Subject<Settled>();
  const withdrawn: string[] = [];
  /** Writes that wait on the device. */
  const waiting = new Set<string>();
  const answers: Record<string, unknown> = { ...room.answers };

  const answer = (route: Route, request: Omit<Asked, 'route'> = {}): Observable<unknown> => {
    asked.push({ route: route.id, ...request });
    const said = answers[route.id];
    if (said instanceof Subject) return said as Subject<unknown>;
    return isProblem(said) ? throwError(() => said) : of(said);
  };
  const outbox = {
    settled,
    send: (route: Route, request: Omit<Asked, 'route'>): Observable<unknown> => {
      if (answers[route.id] !== NO_NETWORK) return answer(route, request).pipe(map((reply) => ({ reply })));
      waiting.add(request.key!);
      return of({ waits: true });
    },
    withdraw: (key: string) => {
      withdrawn.push(key);
      return Promise.resolve(waiting.delete(key));
    },
  };
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([]),
      provideStore(),
      ...room.features.map((feature) => provideState(feature)),
      provideEffects(room.effects),
      { provide: ApiClient, useValue: { call: answer } },
      { provide: Outbox, useValue: outbox },
    ],
  });
  const store = TestBed.inject(Store);
  for (const action of room.before ?? []) store.dispatch(action);
  asked.length = 0;
  return { store, asked, answers, settled, withdrawn };
}
