import { spawn } from 'node:child_process';
import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';
import {
  createReadStream,
  createWriteStream,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { basename } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { findProgram } from './packages.mjs';
import { Refusal } from './say.mjs';

/** Layout of a backup; another number when an older restore could not read it. */
const FORMAT = 1;
const CIPHER = 'aes-256-gcm';
const TAG_BYTES = 16;
const IV_BYTES = 12;

/** The note that lies beside a backup: what it holds and what it is checked by. */
export const noteOf = (file) => `${file}.json`;

/**
 * Writes everything of a database into a file, as it stands at one moment, while people go on working. Written beside
 * its place and moved there when whole; the note comes last.
 *
 * @param keyFile a file whose content the backup is sealed with (AES-256-GCM, key by scrypt); left out for none
 */
export async function backUp(environment, file, keyFile) {
  const facts = await factsOf(environment);
  const fresh = `${file}.new`;
  const dump = start(
    'mariadb-dump',
    ['--single-transaction', '--quick', '--hex-blob', '--skip-dump-date', environment.GANTELET_DB_NAME],
    environment,
    ['ignore', 'pipe', 'pipe'],
  );
  const sealed = sealing(keyFile);
  await Promise.all([
    pipeline([dump.child.stdout, createGzip(), ...sealed.streams, createWriteStream(fresh, { mode: 0o600 })]),
    dump.ended,
  ]);
  const note = {
    format: FORMAT,
    madeAt: new Date().toISOString(),
    ...facts,
    sealed: sealed.facts(),
    sha256: await digestOf(fresh),
  };
  renameSync(fresh, file);
  writeFileSync(`${noteOf(file)}.new`, `${JSON.stringify(note, null, 2)}\n`, { mode: 0o600 });
  renameSync(`${noteOf(file)}.new`, noteOf(file));
  return note;
}

/** Whether a backup is whole, and what it holds. */
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
 * Puts a checked backup in the place of everything in a database.
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

/** The shop's name, the migrations done, and the rows of each table. */
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
  const text = await query(environment, sql, environment.GANTELET_DB_NAME);
  return text.split('\n').filter((line) => line !== '');
}

async function query(environment, sql, database) {
  const args = ['--batch', '--skip-column-names', '--execute', sql, ...(database === '' ? [] : [database])];
  const { child, ended } = start('mariadb', args, environment, ['ignore', 'pipe', 'pipe']);
  let text = '';
  child.stdout.setEncoding('utf8').on('data', (part) => (text += part));
  await ended;
  return text;
}

/** Starts a program of MariaDB. The password goes by the environment, where `ps` does not show it. */
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

/** What seals a backup on its way to the file: the tag of its whole stands at its end. */
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
