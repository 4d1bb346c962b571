import { hash } from '@node-rs/argon2';
import { Piscina } from 'piscina';
import { ProblemError } from '@gantelet/contracts';

/** argon2id with the second recommended parameter set of RFC 9106, section 4, but 3 passes over 64 MiB. */
const ARGON2ID = { algorithm: 2, memoryCost: 65_536, timeCost: 3, parallelism: 4 } as const;

/** Checks that may wait for their turn; fewer than when a whole shift signs in at once. */
const MOST_WAITING = 60;
const IDLE_MS = 10_000;

/**
 * One thread checks one password after another, whatever the load: each takes a tenth of a second of a processor and
 * 64 MiB, and the threads that Node.js shares for files and DNS must stay free for everybody who is signed in.
 */
const checker = new Piscina({
  filename: new URL('./check-password.worker.js', import.meta.url).href,
  minThreads: 0,
  maxThreads: 1,
  maxQueue: MOST_WAITING,
  idleTimeout: IDLE_MS,
});

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON2ID);
}

/** Whether a password matches a hash. @throws ProblemError `server.busy` when too many are waiting */
export async function isPassword(passwordHash: string, password: string): Promise<boolean> {
  // A few may slip past a full queue; the pool itself refuses them.
  if (checker.queueSize >= MOST_WAITING) throw new ProblemError('server.busy');
  return (await checker.run({ hash: passwordHash, password })) as boolean;
}
