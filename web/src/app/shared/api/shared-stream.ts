import { Observable } from 'rxjs';
import { PAST_WORKER } from '@gantelet/contracts';

const ASKS_FOR_LAST = 'last?';
/** A stream that the server ended, as it does when nobody is signed in, is tried again after so long. */
const TRY_AGAIN_MS = 5000;

/** Something a server told, or null when the line to it broke. */
type Told = string | null;

/**
 * What a stream of the server tells. All pages of a browser that follow the same one share a connection, since a browser
 * keeps only a few: one page has it and passes everything on, and when that page is closed another one takes over.
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

/** Follows a stream until it is told to leave. Browsers mend a line that breaks; one that was refused is opened again. */
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

/** Does work once no other page does work of the same name, where the browser can tell; else at once. */
async function asOnlyPage(name: string, leaving: AbortSignal, work: () => Promise<void>): Promise<void> {
  const locks = (navigator as { locks?: LockManager }).locks;
  if (!locks) return work();
  // Rejects when this page leaves before its turn came.
  await locks
    .request(name, { signal: leaving }, () => (leaving.aborted ? undefined : work()))
    .catch(() => undefined);
}
