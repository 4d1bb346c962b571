import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, createWriteStream } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { asReadingRefusal, BACKUP_NAME, readingBackup, writingBackup } from './backup-file.mjs';
import { countingRows } from './dump-rows.mjs';
import { lines, startClient } from './mariadb-client.mjs';
import { Refusal } from './say.mjs';

/** How much of a dump is searched for its position in the change log. */
const HEAD_LENGTH = 20_000;
/** Half a backup this old is left over from one that was cut short, and not one being made. */
const LEFT_OVER_AFTER_MS = 60 * 60_000;

/**
 * Writes the whole database to a file, as of one moment, while people go on working, and reads it back. It is written
 * to a temporary file and moved into place when found complete.
 *
 * @param key a file whose content the backup is encrypted with; left out for none
 * @param log name of the folder of the change log, if there is one
 * @returns the note of the backup
 */
export async function backUp(environment, file, { key, log } = {}) {
  const fresh = `${file}.new`;
  try {
    await writeDump(environment, fresh, key, log);
    const note = await checkBackup(fresh, { key });
    renameSync(fresh, file);
    return note;
  } catch (error) {
    rmSync(fresh, { force: true });
    if (error.code === 'ENOSPC')
      throw new Refusal(
        `There is no room left in ${dirname(file)}: no backup was made. Older ones are as they were.`,
      );
    throw error;
  }
}

async function writeDump(environment, fresh, key, log) {
  const { works, migrations } = await factsOf(environment);
  const logged = (await lines(environment, 'SELECT @@log_bin'))[0] === '1';
  const counting = countingRows();
  const beginning = headOf();
  const content = await writingBackup(key, () => ({
    madeAt: beginning.cameAt().toISOString(),
    works,
    migrations,
    rows: counting.rows,
    changes: changesFrom(beginning.text(), log),
  }));
  const dump = startClient(
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
  const file = createWriteStream(fresh, { mode: 0o600 });
  await Promise.all([
    pipeline([dump.child.stdout, beginning.stream, counting.stream, ...content, file]),
    dump.ended,
  ]);
  const after = await factsOf(environment);
  if (String(after.migrations) !== String(migrations))
    throw new Refusal('The database was migrated meanwhile: no backup was made. Try again.');
}

/** The beginning of a stream, and when it came: the dump's moment is the one before. */
function headOf() {
  let text = '';
  let cameAt = null;
  const stream = new Transform({
    transform(part, _encoding, done) {
      cameAt ??= new Date();
      if (text.length < HEAD_LENGTH) text += part.toString('latin1');
      done(null, part);
    },
  });
  return { stream, text: () => text, cameAt: () => cameAt ?? new Date() };
}

/** Where the change log continues after a dump; null if there is none. */
function changesFrom(head, log) {
  const [, file, position] = /MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)/.exec(head) ?? [];
  return file === undefined ? null : { log, file, position: Number(position) };
}

/**
 * Reads a backup to its end, and returns its note.
 *
 * @throws Refusal if it is damaged, incomplete, sealed with another key, or not sealed although there is a key
 */
export async function checkBackup(file, options) {
  const { streams, note } = await readingBackup(file, options);
  try {
    await pipeline([...streams, discard]);
  } catch (error) {
    throw asReadingRefusal(error, file);
  }
  return note();
}

async function discard(source) {
  for await (const part of source) void part;
}

/** The shop's name, the migrations applied, and the row count of each table. */
export async function factsOf(environment) {
  const tables = await lines(environment, 'SHOW TABLES');
  const counts = tables.map((table) => `SELECT '${table}', COUNT(*) FROM \`${table}\``);
  const rows = tables.length === 0 ? [] : await lines(environment, counts.join(' UNION ALL '));
  const byTable = Object.fromEntries(
    rows.map((row) => row.split('\t')).map(([name, n]) => [name, Number(n)]),
  );
  return {
    works: byTable.shop ? (await lines(environment, 'SELECT name FROM shop'))[0] : null,
    migrations: tables.includes('migrations')
      ? await lines(environment, 'SELECT name FROM migrations ORDER BY name')
      : [],
    rows: byTable,
  };
}

/** A name for a backup made now, in a folder that is made if it is missing. */
export function newBackupIn(folder, sealed, now = new Date()) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return join(folder, `gantelet-${now.toISOString().replace(/[:.]/g, '-')}.sql.gz${sealed ? '.age' : ''}`);
}

/** Removes all but the newest backups of a folder, and what was left over when one was cut short; returns their names. */
export function removeOldBackups(folder, keep, now = Date.now()) {
  const all = readdirSync(folder).sort();
  const whole = all.filter((name) => BACKUP_NAME.test(name));
  const isLeftOver = (name) =>
    BACKUP_NAME.test(name.replace(/\.new$/, '')) &&
    name.endsWith('.new') &&
    now - statSync(join(folder, name)).mtimeMs > LEFT_OVER_AFTER_MS;
  const old = [...whole.slice(0, Math.max(0, whole.length - keep)), ...all.filter(isLeftOver)];
  for (const name of old) rmSync(join(folder, name), { force: true });
  // Earlier versions wrote a note beside each backup.
  for (const name of old) if (existsSync(join(folder, `${name}.json`))) rmSync(join(folder, `${name}.json`));
  return old.map((name) => basename(name));
}
