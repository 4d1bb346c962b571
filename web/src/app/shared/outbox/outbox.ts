import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import {
  catchError,
  firstValueFrom,
  from,
  map,
  of,
  Subject,
  takeUntil,
  timeout,
  type Observable,
} from 'rxjs';
import {
  newId,
  routes,
  type ParamsOf,
  type Problem,
  type ReplyOf,
  type Route,
  type SentBodyOf,
} from '@gantelet/contracts';
import { ApiClient } from '../api/api-client';
import {
  openShelf,
  type Outcome,
  type OutboxShelf,
  type ShelvedWrite,
  type WaitingWrite,
} from './outbox-shelf';

export type { WaitingWrite };

/** The fate of a write: it was answered, or it is stored on this device until the network is back. */
export type Sent<Reply> = { readonly reply: Reply } | { readonly waits: true };

/** A waiting write that the server finally answered. */
export interface Settled {
  readonly write: WaitingWrite;
  /** Null if it was done; else why it was refused. */
  readonly problem: Problem | null;
}

/** A write refused after it had waited: shown until somebody has read it. */
export interface RefusedWrite {
  readonly write: WaitingWrite;
  readonly problem: Problem;
}

const TRY_EVERY_MS = 8000;
/** A request that hangs longer than this has lost its network. */
const ANSWER_LIMIT_MS = 20_000;
const NO_ANSWER: Problem = { type: 'about:blank', title: '', status: 0, code: 'server.busy' };

/** Said when a write got no answer and could not be stored either: the person must not take it for saved. */
const NOT_KEPT: Problem = {
  ...NO_ANSWER,
  title:
    'No connection, and this device has no room left to store the change: it is NOT saved. Keep it on the screen, and send it again when there is a connection.',
};

/**
 * Whether an answer says nothing about the write itself: no network, no session, too many requests, or a server
 * error.
 */
export function comesLater({ status, code }: Problem): boolean {
  return [0, 401, 408, 429].includes(status) || status >= 500 || code === 'session.forged';
}

/**
 * Writes that have to survive whatever happens to the network, the page and the device. Each is stored before it is
 * sent and removed once it is answered. What happens to one machine is sent in order, by one tab at a time; what
 * waits for one machine or person holds up no other. Keys make sure that each write is done once, whatever was lost
 * on the way.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(ApiClient);
  private readonly tabId = newId();
  private readonly all = signal<readonly ShelvedWrite[]>([]);
  private readonly personId = signal<string | null>(null);
  private readonly told = new Subject<Settled>();
  /** Writes whose caller in this page is still waiting for the outcome. */
  private readonly awaited = new Map<string, Outcome | null>();
  private readonly onTheirWay = signal<ReadonlySet<string>>(new Set());
  private readonly shelf: Promise<OutboxShelf | null>;
  private replaying = false;
  private readonly end = new Subject<void>();
  private ended = false;

  /** What is waiting, oldest first, whoever made it, except for first attempts from this page. */
  readonly waiting = computed<readonly WaitingWrite[]>(() =>
    this.all().filter(({ state, key }) => state === 'waiting' && !this.onTheirWay().has(key)),
  );
  /** Writes refused late and not yet read by the person who made them. */
  readonly refused = computed<readonly RefusedWrite[]>(() =>
    this.all().flatMap((write) =>
      write.state === 'refused' &&
      write.personId === this.personId() &&
      write.outcome &&
      'problem' in write.outcome
        ? [{ write, problem: write.outcome.problem }]
        : [],
    ),
  );
  /** Set when the browser refused to keep what is stored: short of room, it may delete waiting writes. */
  readonly mayBeDeleted = signal(false);
  private askedToKeep = false;
  /** Waiting writes as they are answered. */
  readonly settled: Observable<Settled> = this.told;

  constructor() {
    // A browser without storage still sends what it can.
    this.shelf = openShelf().catch(() => null);
    const again = (): void => void this.replay();
    addEventListener('online', again);
    const trying = setInterval(again, TRY_EVERY_MS);
    const watching = this.shelf.then((shelf) => shelf?.watch((writes) => this.seen(writes)));
    inject(DestroyRef).onDestroy(() => {
      this.ended = true;
      this.end.next();
      removeEventListener('online', again);
      clearInterval(trying);
      void watching.then((stop) => stop?.());
      void this.shelf.then((shelf) => shelf?.close());
    });
  }

  private seen(writes: readonly ShelvedWrite[]): void {
    this.all.set(writes);
    // An answered write is not shown as waiting while it is being removed.
    const still = [...this.onTheirWay()].filter(
      (key) => this.awaited.has(key) || writes.some((write) => write.key === key),
    );
    this.onTheirWay.set(new Set(still));
  }

  /** Starts sending in a person's name; null stops. Called whenever somebody signs in or out. */
  use(personId: string | null): void {
    this.personId.set(personId);
    void this.replay();
  }

  /**
   * Sends a write after those waiting before it.
   *
   * @param words what it is, in words
   * @param urgent if it has to go before what waits for other machines
   */
  send<R extends Route>(
    route: R,
    parts: { readonly key: string; readonly params: ParamsOf<R>; readonly body: SentBodyOf<R> },
    words: string,
    urgent = false,
  ): Observable<Sent<ReplyOf<R>>> {
    const write: WaitingWrite = {
      ...parts,
      routeId: route.id as keyof typeof routes,
      personId: this.personId() ?? '',
      lane: laneOf(route, parts),
      urgent,
      words,
      tabId: this.tabId,
      madeAtMs: Date.now(),
      tried: false,
    };
    return from(this.deliver(write)) as Observable<Sent<ReplyOf<R>>>;
  }

  /** Withdraws a write that never left this device. Returns whether there was one. */
  async withdraw(key: string): Promise<boolean> {
    return (await (await this.shelf)?.takeUntried(key)) ?? false;
  }

  /** Forgets a refused write that was read. */
  async read(key: string): Promise<void> {
    await (await this.shelf)?.remove(key);
  }

  /** Sends a refused write once more, such as after an update: the server may accept it now. */
  async sendAgain(key: string): Promise<void> {
    await (await this.shelf)?.change(key, { state: 'waiting', outcome: null });
    await this.replay();
  }

  /** Asks the browser, once there is something to lose, not to delete it when it runs short of room. */
  private async askToKeep(): Promise<void> {
    if (this.askedToKeep) return;
    this.askedToKeep = true;
    const storage = (navigator as { storage?: StorageManager }).storage;
    const kept = await storage?.persist?.().catch(() => false);
    this.mayBeDeleted.set(kept === false);
  }

  private async deliver(write: WaitingWrite): Promise<Sent<unknown>> {
    this.onTheirWay.update((keys) => new Set([...keys, write.key]));
    const shelf = await this.shelf;
    const kept = await shelf?.add(write).then(
      () => true,
      () => false,
    );
    if (!shelf || !kept) {
      // A page that is gone sends nothing: it would overtake stored writes.
      if (this.ended) return new Promise(() => undefined);
      this.arrived(write.key);
      const outcome = await this.ask(write);
      if (!('problem' in outcome)) return outcome;
      throw (comesLater(outcome.problem) ? NOT_KEPT : outcome.problem) as unknown as Error;
    }
    void this.askToKeep();
    this.awaited.set(write.key, null);
    try {
      await this.sendLane(shelf, write);
      const outcome = this.awaited.get(write.key) ?? (await this.answeredElsewhere(shelf, write.key));
      if (!outcome) {
        this.arrived(write.key);
        return { waits: true };
      }
      if ('problem' in outcome) throw outcome.problem as unknown as Error;
      return outcome;
    } catch (error) {
      // The store closes with the page: its writes are sent by the next one.
      if (this.ended) return { waits: true };
      throw error;
    } finally {
      this.awaited.delete(write.key);
    }
  }

  private arrived(key: string): void {
    this.onTheirWay.update((keys) => new Set([...keys].filter((one) => one !== key)));
  }

  /** The answer that another tab got for one of this page's writes. */
  private async answeredElsewhere(shelf: OutboxShelf, key: string): Promise<Outcome | null> {
    const row = await shelf.find(key);
    if (!row?.outcome) return null;
    await shelf.remove(key);
    return row.outcome;
  }

  /** Sends everything waiting in the person's name, urgent writes first, until the network is gone. */
  private async replay(): Promise<void> {
    const shelf = await this.shelf;
    const personId = this.personId();
    if (!shelf || personId === null || this.replaying || this.ended) return;
    this.replaying = true;
    try {
      const waiting = await shelf.waiting(personId);
      const inOrder = [...waiting.filter(({ urgent }) => urgent), ...waiting];
      const lanes = new Map(inOrder.map((write) => [write.lane, write]));
      for (const write of lanes.values()) if (!(await this.sendLane(shelf, write))) break;
    } catch {
      // If the store fails now, it is read again at the next attempt.
    } finally {
      this.replaying = false;
    }
  }

  /** Sends what waits in a lane, in order, as the only tab that does. Returns whether there was a network. */
  private sendLane(shelf: OutboxShelf, { personId, lane }: WaitingWrite): Promise<boolean> {
    return alone(`gantelet outbox ${personId} ${lane}`, async () => {
      for (;;) {
        const [next] = await shelf.waiting(personId, lane);
        if (!next) return true;
        if (!navigator.onLine) return false;
        if (!next.tried) await shelf.change(next.key, { tried: true });
        // Checked last, immediately before sending: somebody else may have signed in meanwhile.
        if (this.personId() !== personId) return true;
        const outcome = await this.ask(next);
        // A page that is closing leaves the write to the others: it is still stored.
        if (this.ended) return false;
        if ('problem' in outcome && comesLater(outcome.problem)) return outcome.problem.status !== 0;
        await this.settle(shelf, next, outcome);
      }
    });
  }

  private ask({ routeId, key, params, body }: WaitingWrite): Promise<Outcome> {
    return firstValueFrom(
      this.api.call(routes[routeId] as Route, { key, params, body } as never).pipe(
        map((reply): Outcome => ({ reply })),
        timeout({ first: ANSWER_LIMIT_MS, with: () => of({ problem: NO_ANSWER }) }),
        catchError((problem: Problem) => of({ problem })),
        takeUntil(this.end),
      ),
      { defaultValue: { problem: NO_ANSWER } },
    );
  }

  private async settle(shelf: OutboxShelf, write: ShelvedWrite, outcome: Outcome): Promise<void> {
    const { key, tabId, madeAtMs } = write;
    const problem = 'problem' in outcome ? outcome.problem : null;
    if (this.awaited.has(key)) {
      this.awaited.set(key, outcome);
      await shelf.remove(key);
      return;
    }
    const othersNow = tabId !== this.tabId && Date.now() - madeAtMs < ANSWER_LIMIT_MS;
    if (problem) await shelf.change(key, { state: 'refused', outcome });
    else if (othersNow) await shelf.change(key, { state: 'answered', outcome });
    else await shelf.remove(key);
    this.told.next({ write, problem });
  }
}

/** What has to stay in order: everything that happens to one machine, otherwise everything of one kind. */
function laneOf(
  { id }: Route,
  { params, body }: { readonly params: unknown; readonly body: unknown },
): string {
  const { machineId } = { ...(body as { machineId?: string }), ...(params as { machineId?: string }) };
  return machineId ?? id;
}

/** Does work while no other tab of this browser does work of the same name, if the browser can tell. */
function alone<T>(name: string, work: () => Promise<T>): Promise<T> {
  const locks = (navigator as { locks?: LockManager }).locks;
  return locks ? (locks.request(name, work) as Promise<T>) : work();
}
