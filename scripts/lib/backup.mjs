import { spawn } from 'node:child_process';
import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { changesOf } from './mariadb.mjs';
import { findProgram } from './packages.mjs';
import { Refusal } from './say.mjs';

/** Format of a backup; it changes when an older restore could not read the new one. */
const FORMAT = 1;
const CIPHER = 'aes-256-gcm';
const TAG_BYTES = 16;
const IV_BYTES = 12;
/** How much of a dump is searched for its position in the change log. */
const HEAD_LENGTH = 20_000;

/** The note beside a backup: what it holds and how it is checked. */
export const noteOf = (file) => `${file}.json`;

/**
 * Writes the whole database to a file, as of one moment, while people go on working. Written to a temporary file and
 * moved into place when complete; the note comes last.
 *
 * @param keyFile a file whose content the backup is encrypted with (AES-256-GCM, key by scrypt); left out for none
 */
export async function backUp(environment, file, keyFile) {
  const facts = await factsOf(environment);
  const fresh = `${file}.new`;
  const logged = (await lines(environment, 'SELECT @@log_bin'))[0] === '1';
  const dump = start(
    'mariadb-dump',
    [
      ...['--single-transaction', '--quick', '--hex-blob', '--skip-dump-date'],
      // The position of this moment in the change log, as a comment at the top.
      ...(logged ? ['--master-data=2'] : []),
      environment.GANTELET_DB_NAME,
    ],
    environment,
    ['ignore', 'pipe', 'pipe'],
  );
  const sealed = sealing(keyFile);
  let head = '';
  dump.child.stdout.on('data', (part) => {
    if (head.length < HEAD_LENGTH) head += part.toString('latin1');
  });
  await Promise.all([
    pipeline([dump.child.stdout, createGzip(), ...sealed.streams, createWriteStream(fresh, { mode: 0o600 })]),
    dump.ended,
  ]);
  const note = {
    format: FORMAT,
    madeAt: new Date().toISOString(),
    ...facts,
    sealed: sealed.facts(),
    changes: changesFrom(head),
    sha256: await digestOf(fresh),
  };
  renameSync(fresh, file);
  writeFileSync(`${noteOf(file)}.new`, `${JSON.stringify(note, null, 2)}\n`, { mode: 0o600 });
  renameSync(`${noteOf(file)}.new`, noteOf(file));
  return note;
}

/** Where the change log continues after a dump; null if there is none. */
function changesFrom(head) {
  const [, file, position] = /MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)/.exec(head) ?? [];
  return file === undefined ? null : { file, position: Number(position) };
}

/** Whether a backup is complete, and what it holds. */
export async function checkBackup(file) {
  const note = readNote(file);
  if (note.format !== FORMAT)
    throw new Refusal(
      `${basename(file)} is a backup of format ${note.format}; this version reads ${FORMAT}.`,
    );
  if ((await digestOf(file)) !== note.sha256)
    throw new Refusal(`${basename(file)} is damaged: it is not what its note says. Nothing was changed.`);
  return note;
}

/**
 * Replaces everything in a database with a checked backup.
 *
 * @param known names of the migrations this version has: a backup of a newer one is refused
 */
export async function restore(environment, file, keyFile, known) {
  const note = await checkBackup(file);
  const newer = note.migrations.filter((name) => !known.includes(name));
  if (newer.length > 0)
    throw new Refusal(
      `${basename(file)} comes from a newer version (${newer.at(-1)}). Update first. Nothing was changed.`,
    );
  const name = environment.GANTELET_DB_NAME;
  await query(environment, `DROP DATABASE IF EXISTS ${name}; CREATE DATABASE ${name}`, '');
  const client = start('mariadb', [name], environment, ['pipe', 'ignore', 'pipe']);
  await Promise.all([
    pipeline([
      createReadStream(file),
      ...opening(note.sealed, keyFile, file),
      createGunzip(),
      client.child.stdin,
    ]),
    client.ended,
  ]);
  const { rows } = await factsOf(environment);
  const differ = Object.keys(note.rows).filter((table) => rows[table] !== note.rows[table]);
  if (differ.length > 0)
    throw new Refusal(`After the restore these tables are not whole: ${differ.join(', ')}.`);
  return note;
}

/**
 * The files of the change log from a backup on.
 *
 * @param folder of the log;
 * @param note of the backup
 * @param until the moment to restore to
 */
export function changesAfter(folder, { changes, madeAt }, until) {
  if (!changes)
    throw new Refusal(
      'No log of changes was kept when this backup was made: it can be put back only as it is. Nothing was changed.',
    );
  if (!(until > new Date(madeAt)))
    throw new Refusal(`--until has to be after the backup, ${madeAt}. Nothing was changed.`);
  const files = existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => /^changes\.\d+$/.test(name) && name >= changes.file)
        .sort()
    : [];
  if (files[0] !== changes.file)
    throw new Refusal(
      `The log of changes from ${changes.file} on is not in ${folder} any more. Nothing was changed.`,
    );
  return { files: files.map((name) => join(folder, name)), from: changes.position };
}

/**
 * Brings a newly restored database forward to a later moment.
 *
 * @param replayer environment of the user that may replay a log;
 * @param changes as returned by `changesAfter`
 * @param until the moment, to the second: later changes are left out
 */
export async function replayChanges(replayer, { files, from }, until) {
  const log = spawn(
    findProgram('mariadb-binlog'),
    [
      '--no-defaults',
      `--database=${replayer.GANTELET_DB_NAME}`,
      `--start-position=${from}`,
      `--stop-datetime=${until.toISOString().slice(0, 19).replace('T', ' ')}`,
      ...files,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, TZ: 'UTC' } },
  );
  const read = new Promise((resolve, reject) => {
    log.once('error', reject);
    log.once('close', (code) =>
      code === 0 ? resolve() : reject(new Refusal(`The log of changes could not be read: code ${code}.`)),
    );
  });
  const client = start('mariadb', [replayer.GANTELET_DB_NAME], replayer, ['pipe', 'ignore', 'pipe']);
  await Promise.all([pipeline([log.stdout, client.child.stdin]), client.ended, read]);
}

/** Sets the change log aside after a restore: later changes do not continue it. */
export function putChangesAside(home) {
  const folder = changesOf(home);
  if (existsSync(folder))
    renameSync(folder, `${folder}-until-${new Date().toISOString().replace(/[:.]/g, '-')}`);
}

/** The shop's name, the migrations applied, and the row count of each table. */
export async function factsOf(environment) {
  const tables = await lines(environment, 'SHOW TABLES');
  const rows = {};
  for (const table of tables)
    rows[table] = Number((await lines(environment, `SELECT COUNT(*) FROM \`${table}\``))[0]);
  return {
    works: rows.shop ? (await lines(environment, 'SELECT name FROM shop'))[0] : null,
    migrations: tables.includes('migrations')
      ? await lines(environment, 'SELECT name FROM migrations ORDER BY name')
      : [],
    rows,
  };
}

async function lines(environment, sql) {
  const text = await statement(environment, sql);
  return text.split('\n').filter((line) => line !== '');
}

/** The result of a statement in the database, one row per line. */
export const statement = (environment, sql) => query(environment, sql, environment.GANTELET_DB_NAME);

async function query(environment, sql, database) {
  const args = ['--batch', '--skip-column-names', '--execute', sql, ...(database === '' ? [] : [database])];
  const { child, ended } = start('mariadb', args, environment, ['ignore', 'pipe', 'pipe']);
  let text = '';
  child.stdout.setEncoding('utf8').on('data', (part) => (text += part));
  await ended;
  return text;
}

/** Starts a MariaDB program. The password is passed in the environment, where `ps` does not show it. */
function start(program, args, environment, stdio) {
  const child = spawn(
    findProgram(program),
    [
      '--no-defaults',
      `--host=${environment.GANTELET_DB_HOST}`,
      `--port=${environment.GANTELET_DB_PORT}`,
      `--user=${environment.GANTELET_DB_USER}`,
      '--protocol=tcp',
      '--default-character-set=utf8mb4',
      ...args,
    ],
    { stdio, env: { ...process.env, MYSQL_PWD: environment.GANTELET_DB_PASSWORD } },
  );
  let wrong = '';
  child.stderr.setEncoding('utf8').on('data', (part) => (wrong += part));
  const ended = new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code) =>
      code === 0 ? resolve() : reject(new Refusal(`${program} failed: ${wrong.trim() || `code ${code}`}`)),
    );
  });
  return { child, ended };
}

/** Encrypts a backup on its way to the file: the authentication tag is at its end. */
function sealing(keyFile) {
  if (!keyFile) return { streams: [], facts: () => null };
  const [salt, iv] = [randomBytes(16), randomBytes(IV_BYTES)];
  const cipher = createCipheriv(CIPHER, keyOf(keyFile, salt), iv, { authTagLength: TAG_BYTES });
  return {
    streams: [cipher],
    facts: () => ({
      cipher: CIPHER,
      salt: salt.toString('hex'),
      iv: iv.toString('hex'),
      tag: cipher.getAuthTag().toString('hex'),
    }),
  };
}

function opening(sealed, keyFile, file) {
  if (!sealed) return [];
  if (!keyFile) throw new Refusal(`${basename(file)} is sealed: give its key file with --key FILE.`);
  const bytes = (name) => Buffer.from(sealed[name], 'hex');
  const open = createDecipheriv(CIPHER, keyOf(keyFile, bytes('salt')), bytes('iv'), {
    authTagLength: TAG_BYTES,
  });
  open.setAuthTag(bytes('tag'));
  return [open];
}

const keyOf = (keyFile, salt) => scryptSync(readFileSync(keyFile), salt, 32);

function readNote(file) {
  try {
    return JSON.parse(readFileSync(noteOf(file), 'utf8'));
  } catch {
    throw new Refusal(
      `The note of ${basename(file)} (${basename(noteOf(file))}) is missing or cannot be read.`,
    );
  }
}

async function digestOf(file) {
  const hash = createHash('sha256');
  for await (const part of createReadStream(file)) hash.update(part);
  return hash.digest('hex');
}

/** Removes a backup with its note. */
export function removeBackup(file) {
  for (const one of [noteOf(file), file]) rmSync(one, { force: true });
}
