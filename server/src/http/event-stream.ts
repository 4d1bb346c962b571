import type { Response } from 'express';
import type { Subscribe } from './handle.js';
import type { OpenStreams } from './open-streams.js';

/** How often a line is sent when nothing happens, so that nothing in between drops the connection as dead. */
const KEEP_ALIVE_MS = 15_000;

/** Sends server-sent events until the browser leaves, or its session or the server ends. */
export function sendEvents(
  response: Response,
  tell: Subscribe<unknown>,
  { ends, closed }: ReturnType<OpenStreams['admit']>,
): void {
  // Without no-transform, compression would hold events back.
  response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' });
  response.flushHeaders();
  const alive = setInterval(() => response.write(':\n\n'), KEEP_ALIVE_MS);
  const unsubscribe = tell((event) => response.write(`data: ${JSON.stringify(event)}\n\n`));
  const end = (): void => {
    clearInterval(alive);
    unsubscribe();
    closed();
    response.end();
  };
  ends.addEventListener('abort', end, { once: true });
  response.once('close', () => {
    ends.removeEventListener('abort', end);
    end();
  });
}
