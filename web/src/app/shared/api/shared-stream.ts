import { Observable } from 'rxjs';
import { PAST_WORKER } from '@gantelet/contracts';

const ASKS_FOR_LAST = 'last?';
/** Delay before reopening a stream that the server ended, for example because nobody was signed in. */
const TRY_AGAIN_MS = 5000;

/** A message from a server, or null when the connection broke. */
type Told = string | null;

/**
 * Messages from a server stream. All tabs that follow the same one share a connection, since a browser allows only a
 * few: one tab holds it and passes everything on, and when it is closed another one takes over.
 */
export function sharedStream(address: string): Observable<Told> {
  return new Observable((subscriber) => {
    const name = `gantelet stream ${address}`;
    const others = new BroadcastChannel(name);
    const leaving = new AbortController();
    let last: Told | undefined;
    const tell = (told: Told): void => {
      last = told;
      others.postMessage({ told });
      subscriber.next(told);
    };
    others.onmessage = ({ data }: MessageEvent<{ told: Told } | typeof ASKS_FOR_LAST>) => {
      if (data !== ASKS_FOR_LAST) subscriber.next(data.told);
      else if (last !== undefined) others.postMessage({ told: last });
    };
    others.postMessage(ASKS_FOR_LAST);
    void asOnlyPage(name, leaving.signal, () => follow(address, tell, leaving.signal));
    return () => {
      leaving.abort();
      others.close();
    };
  });
}

/**
 * Follows a stream until told to stop. Browsers reconnect broken connections themselves; a refused one is reopened
 * here.
 */
function follow(address: string, tell: (told: Told) => void, leaving: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    let source: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    const open = (): void => {
      source = new EventSource(`${address}?${PAST_WORKER}=1`);
      source.onmessage = ({ data }) => {
        tell(data as string);
      };
      source.onerror = () => {
        tell(null);
        if (source.readyState === EventSource.CLOSED) again = setTimeout(open, TRY_AGAIN_MS);
      };
    };
    open();
    leaving.addEventListener('abort', () => {
      clearTimeout(again);
      source.close();
      resolve();
    });
  });
}

/** Does work once no other tab is doing work of the same name, if the browser can tell; else at once. */
async function asOnlyPage(name: string, leaving: AbortSignal, work: () => Promise<void>): Promise<void> {
  const locks = (navigator as { locks?: LockManager }).locks;
  if (!locks) return work();
  // Rejects if this page is closed before its turn.
  await locks
    .request(name, { signal: leaving }, () => (leaving.aborted ? undefined : work()))
    .catch(() => undefined);
}
