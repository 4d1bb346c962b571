import type { Logger } from 'pino';

/** Work that goes on until it is stopped. */
export interface Going {
  stop(): Promise<void>;
}

/**
 * Runs some work again and again, with a pause after each run, until stopped. A run that fails, for example because
 * the database is down, is logged, and the next run makes up for it.
 *
 * @param work is told how to see that it should stop
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
