import { ProblemError } from '@gantelet/contracts';

/** Streams a person may have open on one server: several devices and pages, but no flood. */
const MOST_PER_PERSON = 24;
/** How soon a stream ends after its session has. */
const SWEEP_MS = 3000;

/** What a stream belongs to: a person, through one of their sessions. */
export interface Follower {
  readonly personId: string;
  readonly sid: string;
}

export interface OpenStreams {
  /**
   * Admits a stream. Returns the signal that ends it, when its session or the server does, and a function to call
   * once it has ended.
   *
   * @throws ProblemError `stream.too-many`
   */
  admit(follower: Follower): { readonly ends: AbortSignal; readonly closed: () => void };
}

/**
 * The event streams open on this server.
 *
 * @param standing which of some sessions are still valid
 * @param ends aborted when the server stops
 */
export function openStreams(
  standing: (sids: readonly string[]) => Promise<ReadonlySet<string>>,
  ends: AbortSignal,
): OpenStreams {
  const open = new Map<AbortController, Follower>();
  let sweeping: NodeJS.Timeout | null = null;

  async function sweep(): Promise<void> {
    const sids = [...new Set([...open.values()].map(({ sid }) => sid))];
    // While the database is down no stream is ended; the next sweep checks again.
    const stand = await standing(sids).catch(() => new Set(sids));
    for (const [stream, { sid }] of open) if (sids.includes(sid) && !stand.has(sid)) stream.abort();
    sweeping = open.size === 0 ? null : setTimeout(() => void sweep(), SWEEP_MS);
  }
  ends.addEventListener('abort', () => {
    if (sweeping) clearTimeout(sweeping);
    for (const stream of open.keys()) stream.abort();
  });

  return {
    admit: (follower) => {
      const own = [...open.values()].filter(({ personId }) => personId === follower.personId);
      if (own.length >= MOST_PER_PERSON) throw new ProblemError('stream.too-many', { most: MOST_PER_PERSON });
      const stream = new AbortController();
      open.set(stream, follower);
      sweeping ??= setTimeout(() => void sweep(), SWEEP_MS);
      return { ends: stream.signal, closed: () => void open.delete(stream) };
    },
  };
}
