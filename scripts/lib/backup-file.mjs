import { createHash } from 'node:crypto';
import { closeSync, createReadStream, existsSync, openSync, readFileSync, readSync } from 'node:fs';
import { basename } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { createGunzip, createGzip } from 'node:zlib';
import { Refusal } from './say.mjs';

/**
 * The file of a backup: an SQL dump whose last line is a note about it, compressed, and encrypted if there is a key.
 *
 * Encryption is the age format (age-encryption.org/v1) under a passphrase, which authenticates everything to the last
 * byte, the note included: `age --decrypt FILE | zcat` opens a copy without this program.
 */
const FORMAT = 2;
const NOTE_BEGINS = '-- Gantelet backup ';
/** Longer than any note: this much of the end is held back until it is known to hold one. */
const LONGEST_NOTE = 65_536;
const SEALED_BEGINS = 'age-encryption.org/';
const GZIP_BEGINS = Buffer.from([0x1f, 0x8b]);
const SHORTEST_KEY = 16;

/** Endings of the names of backups, plain and sealed. */
export const BACKUP_NAME = /^gantelet-.+\.sql\.gz(\.age)?$/;

/**
 * Streams that turn a dump into the content of a backup.
 *
 * @param facts called at the end of the dump: what its note says
 */
export async function writingBackup(keyFile, facts) {
  const hash = createHash('sha256');
  const noting = new Transform({
    transform(part, _encoding, done) {
      hash.update(part);
      done(null, part);
    },
    flush(done) {
      const note = { format: FORMAT, ...facts(), sha256: hash.digest('hex') };
      done(null, `${NOTE_BEGINS}${JSON.stringify(note)}\n`);
    },
  });
  return [noting, createGzip(), ...(keyFile === undefined ? [] : [await sealing(keyFile)])];
}

/**
 * Streams that turn a backup into its dump.
 *
 * @param unsealed accepts a copy that anybody could have written, although there is a key
 * @returns `streams` to read one after the other, and `note`, which throws until all was read
 */
export async function readingBackup(file, { key, unsealed = false } = {}) {
  const sealed = beginningOf(file).toString('latin1').startsWith(SEALED_BEGINS);
  if (!sealed && !beginningOf(file).subarray(0, 2).equals(GZIP_BEGINS))
    throw new Refusal(`${basename(file)} is not a backup that this version can read. Nothing was changed.`);
  if (sealed && key === undefined)
    throw new Refusal(`${basename(file)} is sealed: give its key file with --key FILE. Nothing was changed.`);
  if (!sealed && key !== undefined && !unsealed)
    throw new Refusal(
      `${basename(file)} is not sealed, so anybody could have written it. To take it all the same, add --unsealed.\n` +
        'Nothing was changed.',
    );
  const checking = noteChecking(file);
  return {
    streams: [
      createReadStream(file),
      ...(sealed ? [await opening(key, file)] : []),
      createGunzip(),
      checking.stream,
    ],
    note: checking.note,
  };
}

/** What went wrong while a backup was read, as a sentence; anything else as it is. */
export function asReadingRefusal(error, file) {
  const damaged =
    /^Z_|ERR_/.test(error.code ?? '') || /invalid|stream|header|tag|HMAC|decrypt/i.test(error.message);
  if (error instanceof Refusal || !damaged) return error;
  return new Refusal(`${basename(file)} is damaged or cut short. Nothing was changed.`);
}

/** Passes the dump on without its note, which is checked against it at the end. */
function noteChecking(file) {
  const hash = createHash('sha256');
  let held = Buffer.alloc(0);
  let note = null;
  const stream = new Transform({
    transform(part, _encoding, done) {
      held = Buffer.concat([held, part]);
      const sure = held.subarray(0, Math.max(0, held.length - LONGEST_NOTE));
      held = held.subarray(sure.length);
      hash.update(sure);
      done(null, sure);
    },
    flush(done) {
      const begins = held.lastIndexOf(`\n${NOTE_BEGINS}`) + 1;
      const last = held.subarray(0, begins);
      const digest = hash.update(last).digest('hex');
      try {
        note = noteIn(held.subarray(begins + NOTE_BEGINS.length), begins > 0, digest, file);
        done(null, last);
      } catch (error) {
        done(error);
      }
    },
  });
  return {
    stream,
    note: () => {
      if (note === null) throw new Error('The backup has not been read to its end yet');
      return note;
    },
  };
}

function noteIn(bytes, found, digest, file) {
  const name = basename(file);
  if (!found && existsSync(`${file}.json`))
    throw new Refusal(
      `${name} was made by an earlier version. Restore it with that version, and back up again after updating.\n` +
        'Nothing was changed.',
    );
  const damaged = new Refusal(`${name} is damaged or cut short. Nothing was changed.`);
  if (!found) throw damaged;
  let note;
  try {
    note = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw damaged;
  }
  if (note.format !== FORMAT)
    throw new Refusal(
      `${name} is a backup of format ${note.format}; this version reads ${FORMAT}. Nothing was changed.`,
    );
  if (note.sha256 !== digest) throw damaged;
  return note;
}

async function sealing(keyFile) {
  const { Encrypter } = await import('age-encryption');
  const encrypter = new Encrypter();
  encrypter.setPassphrase(passphraseIn(keyFile));
  return (source) => inBytes(source, (stream) => encrypter.encrypt(stream));
}

async function opening(keyFile, file) {
  const { Decrypter } = await import('age-encryption');
  const decrypter = new Decrypter();
  decrypter.addPassphrase(passphraseIn(keyFile));
  const wrongKey = () =>
    new Refusal(`${basename(file)} does not open with the key in ${keyFile}. Nothing was changed.`);
  return (source) =>
    inBytes(source, (stream) =>
      decrypter.decrypt(stream).catch((error) => {
        throw /no identity|passphrase/i.test(error.message) ? wrongKey() : error;
      }),
    );
}

/** Passes a stream through something that works on streams of the web. */
async function* inBytes(source, work) {
  const web = Readable.toWeb(Readable.from(bytesOf(source), { objectMode: true }));
  for await (const part of await work(web)) yield Buffer.from(part.buffer, part.byteOffset, part.byteLength);
}

async function* bytesOf(source) {
  for await (const part of source) yield new Uint8Array(part.buffer, part.byteOffset, part.byteLength);
}

function passphraseIn(keyFile) {
  let text;
  try {
    text = readFileSync(keyFile, 'utf8').trim();
  } catch {
    throw new Refusal(`The key file ${keyFile} is missing or cannot be read. Nothing was changed.`);
  }
  if (text.length < SHORTEST_KEY)
    throw new Refusal(
      `The key in ${keyFile} has ${text.length} characters; at least ${SHORTEST_KEY} are needed. Nothing was changed.`,
    );
  return text;
}

function beginningOf(file) {
  let handle;
  try {
    handle = openSync(file);
  } catch {
    throw new Refusal(`${file} is missing or cannot be read. Nothing was changed.`);
  }
  const bytes = Buffer.alloc(SEALED_BEGINS.length);
  readSync(handle, bytes, 0, bytes.length, 0);
  closeSync(handle);
  return bytes;
}
