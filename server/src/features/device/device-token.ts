import { createHash } from 'node:crypto';

/** What is kept of a token. A token is 32 random bytes, so a plain hash of it cannot be guessed back. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
