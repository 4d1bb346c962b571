import { createHash, pbkdf2Sync, randomBytes } from 'node:crypto';

/** What is kept of a token. A token is 32 random bytes, so a plain hash of it cannot be guessed back. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** Rounds that Mosquitto takes itself; nobody tries 32 random bytes out whatever their number. */
const ROUNDS = 101;

/**
 * What is kept of a token for the password file of an outside broker, as Mosquitto 2 writes it: PBKDF2 with HMAC-SHA-512,
 * 64 bytes, marked `$7$`.
 */
export function brokerHash(token: string, salt = randomBytes(12)): string {
  const hash = pbkdf2Sync(token, salt, ROUNDS, 64, 'sha512');
  return `$7$${ROUNDS}$${salt.toString('base64')}$${hash.toString('base64')}`;
}
