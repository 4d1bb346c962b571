import { setTimeout as pause } from 'node:timers/promises';
import { say } from './say.mjs';

const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 30_000;
/** A process that ran this long before it ended had started well: its next delay is the first one again. */
const RAN_WELL_MS = 60_000;

/**
 * Keeps a process running: starts it, and again whenever it ends by itself, each time after a longer delay. Rejects
 * when the first start fails.
 *
 * @param name of the process, for messages
 * @param start returns the running process, with `ended` and `stop`
 */
export async function keepRunning(name, start) {
  const stopping = new AbortController();
  let running = await start();
  const first = running;
  const watching = (async () => {
    let waitMs = FIRST_WAIT_MS;
    let startedAt = Date.now();
    while (!stopping.signal.aborted) {
      await running?.ended;
      if (stopping.signal.aborted) break;
      if (running && Date.now() - startedAt > RAN_WELL_MS) waitMs = FIRST_WAIT_MS;
      say(`The ${name} ended by itself: starting it again in ${waitMs / 1000} s.`);
      await pause(waitMs, undefined, { signal: stopping.signal }).catch(() => undefined);
      waitMs = Math.min(2 * waitMs, LONGEST_WAIT_MS);
      if (stopping.signal.aborted) break;
      startedAt = Date.now();
      running = await start().catch(() => null);
      if (running) say(`The ${name} runs again.`);
    }
  })();
  return {
    ...first,
    stop: async () => {
      stopping.abort();
      await running?.stop();
      await watching;
    },
  };
}
