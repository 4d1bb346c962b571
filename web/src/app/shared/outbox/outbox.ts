import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { createStore, get, set, type UseStore } from 'idb-keyval';
import { catchError, defer, firstValueFrom, from, map, Observable, of, Subject, throwError } from 'rxjs';
import {
  routes,
  type SentBodyOf,
  type ParamsOf,
  type Problem,
  type ReplyOf,
  type Route,
} from '@gantelet/contracts';
import { ApiClient } from '../api/api-client';

/** A write that waits for the network. */
export interface WaitingWrite {
  readonly key: string;
  readonly routeId: keyof typeof routes;
  readonly params: unknown;
  readonly body: unknown;
  /** Who made it: it is sent in nobody else's name. */
  readonly personId: string;
  /** What it is, for the person. */
  readonly words: string;
}

/** What became of a write: it was answered, or it is kept on this device until the network is back. */
export type Sent<Reply> = { readonly reply: Reply } | { readonly waits: true };

/** A waiting write that the server answered in the end. */
export interface Settled {
  readonly write: WaitingWrite;
  /** Null when it was done; else why it was refused. */
  readonly problem: Problem | null;
}

const LIST = 'waiting';
const TRY_EVERY_MS = 8000;
const NO_ANSWER = 0;
/** Answers that say nothing of the write itself: it is tried again later. */
const LATER: readonly number[] = [NO_ANSWER, 401, 429, 503];

/**
 * Writes that have to survive a network that drops: what cannot be sent is kept on the device, and sent in order when the
 * network is back. Keys make each of them done once, whatever was lost on the way.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(ApiClient);
  private readonly end = inject(DestroyRef);
  private readonly list = signal<readonly WaitingWrite[]>([]);
  private readonly told = new Subject<Settled>();
  private store: UseStore | null = null;
  private replaying = false;
  private person: string | null = null;
  private ready: Promise<void> | null = null;

  /** What waits, oldest first. */
  readonly waiting = this.list.asReadonly();
  /** Waiting writes as they are answered. */
  readonly settled: Observable<Settled> = this.told;

  /** Begins to send in a person's name; null stops. Called whenever somebody signs in or out. */
  use(personId: string | null): void {
    this.person = personId;
    this.ready ??= this.open();
    void this.replay();
  }

  /** Sends a write, or keeps it when there is no network or others wait before it. */
  send<R extends Route>(
    route: R,
    parts: { readonly key: string; readonly params: ParamsOf<R>; readonly body: SentBodyOf<R> },
    words: string,
  ): Observable<Sent<ReplyOf<R>>> {
    const { key, params, body } = parts;
    const write: WaitingWrite = {
      key,
      routeId: route.id as keyof typeof routes,
      params,
      body,
      personId: this.person ?? '',
      words,
    };
    const keep = defer(() => from(this.keep([...this.list(), write]))).pipe(
      map(() => ({ waits: true }) as const),
    );
    if (this.list().length > 0) return keep;
    return this.api.call(route, { key, params, body }).pipe(
      map((reply) => ({ reply })),
      catchError((problem: Problem) => (problem.status === NO_ANSWER ? keep : throwError(() => problem))),
    ) as Observable<Sent<ReplyOf<R>>>;
  }

  /** Takes a write back that was not sent yet. Says whether there was one. */
  async withdraw(key: string): Promise<boolean> {
    const rest = this.list().filter((write) => write.key !== key);
    // The oldest may be on its way at this moment: then it is no longer ours.
    if (rest.length === this.list().length || (this.replaying && this.list()[0]?.key === key)) return false;
    await this.keep(rest);
    return true;
  }

  private async open(): Promise<void> {
    this.store = createStore('gantelet', 'outbox');
    // A browser that keeps nothing still sends what it can.
    const kept = await get<WaitingWrite[]>(LIST, this.store).catch(() => undefined);
    this.list.set(kept ?? []);
    const again = (): void => void this.replay();
    addEventListener('online', again);
    const trying = setInterval(again, TRY_EVERY_MS);
    this.end.onDestroy(() => {
      removeEventListener('online', again);
      clearInterval(trying);
    });
  }

  private async keep(list: readonly WaitingWrite[]): Promise<void> {
    this.list.set(list);
    if (this.store) await set(LIST, list, this.store).catch(() => undefined);
  }

  /** Sends what waits, in order, until one gets no answer or belongs to somebody else. */
  private async replay(): Promise<void> {
    await this.ready;
    if (this.replaying) return;
    this.replaying = true;
    for (let next = this.list()[0]; next?.personId === this.person; next = this.list()[0]) {
      const { key, params, body, routeId } = next;
      const sent = this.api.call(routes[routeId] as Route, { key, params, body } as never).pipe(
        map(() => null),
        catchError((problem: Problem) => of(problem)),
      );
      const problem = await firstValueFrom(sent);
      if (problem && LATER.includes(problem.status)) break;
      await this.keep(this.list().slice(1));
      this.told.next({ write: next, problem });
    }
    this.replaying = false;
  }
}
