import type { Dexie, Table } from 'dexie';
import type { Problem, routes } from '@gantelet/contracts';

/** A write without an answer so far. */
export interface WaitingWrite {
  readonly key: string;
  readonly routeId: keyof typeof routes;
  readonly params: unknown;
  readonly body: unknown;
  /** Who made it: it is sent in nobody else's name. */
  readonly personId: string;
  /** What has to stay in order, such as everything that happens to one machine. */
  readonly lane: string;
  /** A missing piece stops a machine: its lane is sent before all others. */
  readonly urgent: boolean;
  /** What it is, in words. */
  readonly words: string;
  /** The page that made it, and when. */
  readonly tabId: string;
  readonly madeAtMs: number;
  /** Set once it has been sent: the server may know of it although no answer came. */
  readonly tried: boolean;
}

/** The server's final response to a write. */
export type Outcome = { readonly reply: unknown } | { readonly problem: Problem };

/** A stored write. Answered ones stay for the page that made them, refused ones until they have been read. */
export interface ShelvedWrite extends WaitingWrite {
  readonly seq?: number;
  readonly state: 'waiting' | 'answered' | 'refused';
  readonly outcome: Outcome | null;
}

/** An answer that its page has not collected within this time belongs to a page that is gone. */
const ANSWER_KEPT_MS = 60_000;

/** Writes of this browser, one row each, shared by all its tabs. */
export interface OutboxShelf {
  /** Stores a write; one that is already stored waits again, in its old place. */
  add(write: WaitingWrite): Promise<void>;
  /** A person's waiting writes, oldest first; of one lane or of all. */
  waiting(personId: string, lane?: string): Promise<readonly ShelvedWrite[]>;
  find(key: string): Promise<ShelvedWrite | undefined>;
  change(key: string, change: Partial<ShelvedWrite>): Promise<void>;
  remove(key: string): Promise<void>;
  /** Deletes a write that was never sent. Returns whether there was one. */
  takeUntried(key: string): Promise<boolean>;
  /** Reports everything stored, now and after each change by any tab. Returns a function that stops it. */
  watch(tell: (writes: readonly ShelvedWrite[]) => void): () => void;
  close(): void;
}

/** A spot check that was waiting during an upgrade is sent under its new route name. */
export function underNewNames(write: ShelvedWrite, place: { value: ShelvedWrite }): void {
  if ((write.routeId as string) !== 'logLook') return;
  const { lookedAt, ...body } = write.body as { readonly lookedAt: string };
  place.value = { ...write, routeId: 'logSpotCheck', body: { ...body, checkedAt: lookedAt } };
}

/** Opens the store. @throws if this browser stores nothing, as in some private windows */
export async function openShelf(name = 'gantelet-outbox'): Promise<OutboxShelf> {
  // Loaded late, since nothing on the first screen needs it.
  const { Dexie, liveQuery } = await import('dexie');
  const database = new Dexie(name) as Dexie & { writes: Table<ShelvedWrite, number> };
  const stores = { writes: '++seq, &key, [personId+state], [personId+lane+state]' };
  database.version(1).stores(stores);
  database
    .version(2)
    .stores(stores)
    .upgrade((tx) => tx.table<ShelvedWrite>('writes').toCollection().modify(underNewNames));
  await database.open();
  const { writes } = database;
  const ofKey = (key: string) => writes.where('key').equals(key);
  await writes
    .filter(({ state, madeAtMs }) => state === 'answered' && Date.now() - madeAtMs > ANSWER_KEPT_MS)
    .delete();
  return {
    add: (write) =>
      database.transaction('rw', writes, async () => {
        const row = { ...write, state: 'waiting' as const, outcome: null };
        const again = await ofKey(write.key).modify((there, place) => {
          place.value = { ...row, seq: there.seq!, tried: there.tried };
        });
        if (again === 0) await writes.add(row);
      }),
    waiting: (personId, lane) =>
      lane === undefined
        ? writes.where({ personId, state: 'waiting' }).sortBy('seq')
        : writes.where({ personId, lane, state: 'waiting' }).sortBy('seq'),
    find: (key) => ofKey(key).first(),
    change: async (key, change) => void (await ofKey(key).modify(change)),
    remove: async (key) => void (await ofKey(key).delete()),
    takeUntried: async (key) =>
      (await ofKey(key)
        .and(({ tried }) => !tried)
        .delete()) > 0,
    watch: (tell) => {
      const watching = liveQuery(() => writes.toArray()).subscribe({ next: tell, error: () => undefined });
      return () => {
        watching.unsubscribe();
      };
    },
    close: () => {
      database.close();
    },
  };
}
