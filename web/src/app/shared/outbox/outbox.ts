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

/** What became of a write: it was answered, or it is kept on this device until the network is back. */
export type Sent<Reply> = { readonly reply: Reply } | { readonly waits: true };

/** A waiting write that the server answered in the end. */
export interface Settled {
  readonly write: WaitingWrite;
  /** Null when it was done; else why it was refused. */
  readonly problem: Problem | null;
}

/** A write that was refused after it had waited: shown until somebody has read it. */
export interface RefusedWrite {
  readonly write: WaitingWrite;
  readonly problem: Problem;
}

const TRY_EVERY_MS = 8000;
/** A request that hangs longer has lost its network. */
const ANSWER_LIMIT_MS = 20_000;
const NO_ANSWER: Problem = { type: 'about:blank', title: '', status: 0, code: 'server.busy' };

/** Whether an answer says nothing of the write itself: no network, no session, too many, or a fault of the server. */
export function comesLater({ status, code }: Problem): boolean {
  return [0, 401, 408, 429].includes(status) || status >= 500 || code === 'session.forged';
}

/**
 * Writes that have to survive whatever happens to the network, the page and the device. Each is laid on the shelf before
 * it is sent and taken off when it was answered. What happens to one machine is sent in order, one page at a time; what
 * waits for one machine or person holds no other up. Keys make each write done once, whatever was lost on the way.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(ApiClient);
  private readonly tabId = newId();
  private readonly all = signal<readonly ShelvedWrite[]>([]);
  private readonly personId = signal<string | null>(null);
  private readonly told = new Subject<Settled>();
  /** Writes whose sender in this page still waits for what becomes of them. */
  private readonly awaited = new Map<string, Outcome | null>();
  private readonly onTheirWay = signal<ReadonlySet<string>>(new Set());
  private readonly shelf: Promise<OutboxShelf | null>;
  private replaying = false;
  private readonly end = new Subject<void>();
  private ended = false;

  /** What waits, oldest first, whoever made it; not what is on its way from this page for the first time. */
  readonly waiting = computed<readonly WaitingWrite[]>(() =>
    this.all().filter(({ state, key }) => state === 'waiting' && !this.onTheirWay().has(key)),
  );
  /** What was refused late and not read yet by the person who made it. */
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
  /** Waiting writes as they are answered. */
  readonly settled: Observable<Settled> = this.told;

  constructor() {
    // A browser that keeps nothing still sends what it can.
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
    // What was answered is shown as waiting by nobody until it is off the shelf.
    const still = [...this.onTheirWay()].filter(
      (key) => this.awaited.has(key) || writes.some((write) => write.key === key),
    );
    this.onTheirWay.set(new Set(still));
  }

  /** Begins to send in a person's name; null stops. Called whenever somebody signs in or out. */
  use(personId: string | null): void {
    this.personId.set(personId);
    void this.replay();
  }

  /**
   * Sends a write after those that wait before it.
   *
   * @param words what it is, for the person
   * @param urgent when it has to go before what waits for other machines
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

  /** Takes a write back that never left this device. Says whether there was one. */
  async withdraw(key: string): Promise<boolean> {
    return (await (await this.shelf)?.takeUntried(key)) ?? false;
  }

  /** Forgets a refused write that was read. */
  async read(key: string): Promise<void> {
    await (await this.shelf)?.remove(key);
  }

  private async deliver(write: WaitingWrite): Promise<Sent<unknown>> {
    this.onTheirWay.update((keys) => new Set([...keys, write.key]));
    const shelf = await this.shelf;
    const kept = await shelf?.add(write).then(
      () => true,
      () => false,
    );
    if (!shelf || !kept) {
      // A page that is gone sends nothing: it would overtake what lies on the shelf.
      if (this.ended) return new Promise(() => undefined);
      this.arrived(write.key);
      const outcome = await this.ask(write);
      if ('problem' in outcome) throw outcome.problem as unknown as Error;
      return outcome;
    }
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
      // The shelf closes with the page: what lies on it is sent by the next one.
      if (this.ended) return { waits: true };
      throw error;
    } finally {
      this.awaited.delete(write.key);
    }
  }

  private arrived(key: string): void {
    this.onTheirWay.update((keys) => new Set([...keys].filter((one) => one !== key)));
  }

  /** What another page was answered to a write of this one. */
  private async answeredElsewhere(shelf: OutboxShelf, key: string): Promise<Outcome | null> {
    const row = await shelf.find(key);
    if (!row?.outcome) return null;
    await shelf.remove(key);
    return row.outcome;
  }

  /** Sends all that waits in the person's name, what is urgent first, until the network is gone. */
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
      // A shelf that fails now is read again at the next try.
    } finally {
      this.replaying = false;
    }
  }

  /** Sends what waits in a lane, in order, as the only page that does. Says whether there was a network. */
  private sendLane(shelf: OutboxShelf, { personId, lane }: WaitingWrite): Promise<boolean> {
    return alone(`gantelet outbox ${personId} ${lane}`, async () => {
      for (;;) {
        const [next] = await shelf.waiting(personId, lane);
        if (!next) return true;
        if (!navigator.onLine) return false;
        if (!next.tried) await shelf.change(next.key, { tried: true });
        // Asked last, and sent in the same breath: somebody else may have signed in meanwhile.
        if (this.personId() !== personId) return true;
        const outcome = await this.ask(next);
        // A page that is closing leaves the write to the others: it is still on the shelf.
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

/** What has to keep its order: all that happens to one machine, and else all of one kind. */
function laneOf(
  { id }: Route,
  { params, body }: { readonly params: unknown; readonly body: unknown },
): string {
  const { machineId } = { ...(body as { machineId?: string }), ...(params as { machineId?: string }) };
  return machineId ?? id;
}

/** Does work while no other page of this browser does work of the same name, where the browser can tell. */
function alone<T>(name: string, work: () => Promise<T>): Promise<T> {
  const locks = (navigator as { locks?: LockManager }).locks;
  return locks ? (locks.request(name, work) as Promise<T>) : work();
}
