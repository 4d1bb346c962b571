import { createHash, pbkdf2Sync, randomBytes } from 'node:crypto';

/** The stored form of a token. A token is 32 random bytes, so a plain hash cannot be reversed by guessing. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** The number of rounds Mosquitto uses itself; nobody guesses 32 random bytes at any number. */
const ROUNDS = 101;

/**
 * The stored form of a token for the password file of an external broker, as Mosquitto 2 writes it: PBKDF2 with
 * HMAC-SHA-512, 64 bytes, marked `$7$`.
 */
export function brokerHash(token: string, salt = randomBytes(12)): string {
  const hash = pbkdf2Sync(token, salt, ROUNDS, 64, 'sha512');
  return `$7$${ROUNDS}$${salt.toString('base64')}$${hash.toString('base64')}`;
}
