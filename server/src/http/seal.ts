import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes } from 'node:crypto';

/** Encrypts a text so that nobody can read it in the database or a copy of it, and decrypts it. */
export interface Seal {
  close(text: string): string;
  /** @throws Error when it was encrypted with another secret */
  open(sealed: string): string;
  /** A mark of a text that only a server with this secret can make (HMAC, RFC 2104), in hex. */
  mark(text: string): string;
}

const CIPHER = 'aes-256-gcm';
const [IV_BYTES, TAG_BYTES] = [12, 16];

/** Encryption under a secret of the server: AES-256-GCM (NIST SP 800-38D) with a key derived by HKDF (RFC 5869). */
export function sealUnder(secret: string): Seal {
  const keyFor = (use: string) => Buffer.from(hkdfSync('sha256', secret, '', `gantelet ${use}`, 32));
  const [key, markKey] = [keyFor('replies'), keyFor('marks')];
  return {
    close: (text) => {
      const iv = randomBytes(IV_BYTES);
      const cipher = createCipheriv(CIPHER, key, iv);
      const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
      return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64');
    },
    open: (sealed) => {
      const bytes = Buffer.from(sealed, 'base64');
      const decipher = createDecipheriv(CIPHER, key, bytes.subarray(0, IV_BYTES));
      decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES));
      const body = decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES));
      return Buffer.concat([body, decipher.final()]).toString('utf8');
    },
    mark: (text) => createHmac('sha256', markKey).update(text).digest('hex'),
  };
}
