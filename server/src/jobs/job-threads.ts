import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';

/**
 * Threads for jobs, with one processor left for requests. A job may be stopped at any moment.
 *
 * Its file is imported and not required: stopping a thread while Node.js links a required module takes the whole
 * process down with it ("v8::Module::IsGraphAsync must be used on an instantiated module", Node.js 20.20).
 */
export function openJobThreads(): Piscina {
  return new Piscina({
    minThreads: 0,
    maxThreads: Math.max(1, availableParallelism() - 1),
    execArgv: [...process.execArgv, '--no-experimental-require-module'],
  });
}
