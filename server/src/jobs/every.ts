import type { Logger } from 'pino';

/** Work that goes on until it is stopped. */
export interface Going {
  stop(): Promise<void>;
}

/**
 * Does some work again and again, so long after it ended, until stopped. Work that fails, as where the database is away, is
 * logged, and the next round makes up for it.
 *
 * @param work is told how to see that it is to stop
 */
export function every(ms: number, work: (stopped: () => boolean) => Promise<unknown>, log: Logger): Going {
  let stopped = false;
  let going: Promise<void> = Promise.resolve();
  async function once(): Promise<void> {
    try {
      await work(() => stopped);
    } catch (error) {
      log.warn(error);
    }
    if (!stopped) next();
  }
  let timer: NodeJS.Timeout;
  function next(): void {
    timer = setTimeout(() => (going = once()), ms);
  }
  next();
  return {
    stop: async () => {
      stopped = true;
      clearTimeout(timer);
      await going;
    },
  };
}
