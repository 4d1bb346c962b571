import type { Dexie, Table } from 'dexie';
import type { Problem, routes } from '@gantelet/contracts';

/** A write that was not answered yet. */
export interface WaitingWrite {
  readonly key: string;
  readonly routeId: keyof typeof routes;
  readonly params: unknown;
  readonly body: unknown;
  /** Who made it: it is sent in nobody else's name. */
  readonly personId: string;
  /** What has to keep its order, such as all that happens to one machine. */
  readonly lane: string;
  /** A missing piece stops a machine: its lane is sent before all others. */
  readonly urgent: boolean;
  /** What it is, for the person. */
  readonly words: string;
  /** The page that made it, and when. */
  readonly tabId: string;
  readonly madeAtMs: number;
  /** Set once it has been on its way: the server may know of it although no answer came. */
  readonly tried: boolean;
}

/** What the server said to a write in the end. */
export type Outcome = { readonly reply: unknown } | { readonly problem: Problem };

/** A write on the shelf. Answered ones stay for the page that made them, refused ones until they were read. */
export interface ShelvedWrite extends WaitingWrite {
  readonly seq?: number;
  readonly state: 'waiting' | 'answered' | 'refused';
  readonly outcome: Outcome | null;
}

/** An answer that its page did not fetch within this time belongs to a page that is gone. */
const ANSWER_KEPT_MS = 60_000;

/** Writes of this browser, one row each, shared by all its pages. */
export interface OutboxShelf {
  /** Lays a write on the shelf, unless it lies there: then it waits again, in its old place. */
  add(write: WaitingWrite): Promise<void>;
  /** Waiting writes of a person, oldest first; of one lane or of all. */
  waiting(personId: string, lane?: string): Promise<readonly ShelvedWrite[]>;
  find(key: string): Promise<ShelvedWrite | undefined>;
  change(key: string, change: Partial<ShelvedWrite>): Promise<void>;
  remove(key: string): Promise<void>;
  /** Takes a write away that never left. Says whether there was one. */
  takeUntried(key: string): Promise<boolean>;
  /** Tells of all that lies there, now and after each change by any page. Gives what ends it. */
  watch(tell: (writes: readonly ShelvedWrite[]) => void): () => void;
  close(): void;
}

/** A spot check that waited through an upgrade goes out under the name the server knows it by now. */
export function underNewNames(write: ShelvedWrite, place: { value: ShelvedWrite }): void {
  if ((write.routeId as string) !== 'logLook') return;
  const { lookedAt, ...body } = write.body as { readonly lookedAt: string };
  place.value = { ...write, routeId: 'logSpotCheck', body: { ...body, checkedAt: lookedAt } };
}

/** Opens the shelf. @throws when this browser keeps nothing, as in some private windows */
export async function openShelf(name = 'gantelet-outbox'): Promise<OutboxShelf> {
  // Loaded late, since nothing that is shown first needs it.
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
