import { verifySync } from '@node-rs/argon2';

/** Whether a password matches a hash. Runs in a thread of its own. */
export default function check({ hash, password }: { hash: string; password: string }): boolean {
  return verifySync(hash, password);
}
