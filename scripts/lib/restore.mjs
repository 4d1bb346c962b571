import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import {
  accessOf,
  changesOf,
  forgetKept,
  noteRestoreBegun,
  noteRestoreEnded,
  pointTo,
  unfinishedRestore,
} from './access.mjs';
import { checkBackup, factsOf } from './backup.mjs';
import { bringUpToDate, fillDatabase } from './fill-database.mjs';
import { startImport, statementOutside } from './mariadb-client.mjs';
import { startMariadb } from './mariadb.mjs';
import { findProgram } from './packages.mjs';
import { Refusal } from './say.mjs';

const MADE_FOR_RESTORE = /^gantelet_\d{17}$/;

/** A name that no database of a data folder has had. */
const newName = (now) => `gantelet_${now.toISOString().replace(/\D/g, '')}`;

/** Databases that restores cut short have left behind. */
function leftOver(home) {
  const { name, kept } = accessOf(home);
  const used = [name, ...kept.map((one) => one.name)];
  const data = join(home, 'data');
  const all = existsSync(data) ? readdirSync(data) : [];
  return all.filter((one) => MADE_FOR_RESTORE.test(one) && !used.includes(one));
}

/**
 * Restores a backup beside the shop, checks it whole, and only then makes it the shop. Killed at any moment, the next
 * start finds the old shop or the new one. The old one is kept until `dropKept`.
 *
 * @param known names of the migrations this version has: a backup of a newer one is refused
 * @param options `key` and `unsealed` as for `checkBackup`; `until`, a moment up to which later changes are restored
 * too; `replaces`, the name of the shop that is replaced; `brokenBook`, accepts a copy whose book is broken
 * @returns the note of the backup, and the name of the shop that is kept; null if there was none
 */
export async function restoreShop(home, file, known, options = {}) {
  const { until = null, replaces } = options;
  const note = await checkBackup(file, options);
  refuseNewer(file, note, known);
  const changes = until === null ? null : changesAfter(changesOf(home), note, until);
  const now = new Date();
  noteRestoreBegun(home, file);
  const database = await startMariadb(home, { restoresTo: newName(now), drops: leftOver(home) });
  try {
    const { works } = await factsOf(database.environment);
    if (works !== null && replaces !== works)
      throw new Refusal(
        `This database holds ${works}. To put the backup of ${note.works} (${note.madeAt}) in its place, say\n` +
          `  npm run restore -- ${file} --replace "${works}"\nNothing was changed.`,
      );
    const target = database.restoreEnvironment;
    await droppedUnlessWhole(target, async () => {
      await fillDatabase(target, file, note, options);
      if (changes !== null) await replayChanges(target, accessOf(home).name, changes, until);
      await bringUpToDate(home, target, options);
    });
    pointTo(home, target.GANTELET_DB_NAME, { works, at: now });
    noteRestoreEnded(home);
    return { note, kept: works };
  } catch (error) {
    noteRestoreEnded(home);
    throw error;
  } finally {
    await database.stop();
  }
}

/**
 * Restores a backup to a database that exists only for that, checks it whole, and removes it: a restore drill. The
 * shop is not touched and may be at work.
 */
export async function drillRestore(home, file, known, options = {}) {
  const note = await checkBackup(file, options);
  refuseNewer(file, note, known);
  const place = join(home, 'restore-drill');
  rmSync(place, { recursive: true, force: true });
  mkdirSync(place, { recursive: true, mode: 0o700 });
  const database = await startMariadb(place, { restoresTo: newName(new Date()) });
  try {
    await fillDatabase(database.restoreEnvironment, file, note, options);
    await bringUpToDate(place, database.restoreEnvironment, options);
    return note;
  } finally {
    await database.stop();
    rmSync(place, { recursive: true, force: true });
  }
}

/** Makes the database kept last the shop again; the present one is kept in its place. Returns its works. */
export async function returnToKept(home) {
  const last = accessOf(home).kept.at(-1);
  if (last === undefined) throw new Refusal('No shop from before a restore is kept. Nothing was changed.');
  const database = await startMariadb(home);
  const { works } = await factsOf(database.environment).finally(() => database.stop());
  pointTo(home, last.name, { works, at: new Date() });
  return last;
}

/** Drops the databases that were kept, with their change logs. Returns what they held. */
export async function dropKept(home) {
  const { kept } = accessOf(home);
  const database = await startMariadb(home, { drops: kept.map(({ name }) => name) });
  await database.stop();
  for (const one of kept) rmSync(changesOf(home, one), { recursive: true, force: true });
  forgetKept(home);
  return kept;
}

/**
 * What a start has to know of a restore that was cut short.
 *
 * @param holds what the database holds, as `prepareDatabase` says
 * @returns a sentence to show; null if none was cut short
 * @throws Refusal if the database is empty: it must not be taken for a new works
 */
export function afterCutShort(home, holds) {
  const cut = unfinishedRestore(home);
  if (cut === null) return null;
  if (holds === 'empty')
    throw new Refusal(
      `Restoring ${cut.file} was cut short, and this works is still empty. Restore it again: npm run restore -- ` +
        `${cut.file}\nTo begin with an empty works after all, remove ${join(home, 'restore-unfinished.json')} first.`,
    );
  noteRestoreEnded(home);
  return `Restoring ${cut.file} was cut short: this is the shop as it was before.`;
}

function refuseNewer(file, note, known) {
  const newer = note.migrations.filter((name) => !known.includes(name));
  if (newer.length > 0)
    throw new Refusal(
      `${basename(file)} comes from a newer version (${newer.at(-1)}). Update first. Nothing was changed.`,
    );
}

/** Makes the database, does the work, and drops it again if that fails. */
async function droppedUnlessWhole(target, work) {
  try {
    await work();
  } catch (error) {
    await statementOutside(target, `DROP DATABASE IF EXISTS \`${target.GANTELET_DB_NAME}\``).catch(() => {
      // The next restore drops it.
    });
    throw asFullDisk(error);
  }
}

/** What a database says when its disk is full, as a sentence. */
function asFullDisk(error) {
  if (!/\bfull\b|No space left|errno: 28|ENOSPC/i.test(error.message)) return error;
  return new Refusal(
    'There is no room left for the restore. Make room, and try again. The shop is as it was before.',
  );
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
  if (changes.log !== basename(folder))
    throw new Refusal(
      `The changes after this backup are in ${changes.log}, the log of the shop before a restore. Go back to that shop\n` +
        'first: npm run restore -- --back. Nothing was changed.',
    );
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
 * @param from name of the database that the log tells of
 * @param changes as returned by `changesAfter`
 * @param until the moment, to the second: later changes are left out
 */
async function replayChanges(target, from, changes, until) {
  const to = target.GANTELET_DB_NAME;
  const log = spawn(
    findProgram('mariadb-binlog'),
    [
      ...['--no-defaults', `--rewrite-db=${from}->${to}`, `--database=${from}`],
      `--start-position=${changes.from}`,
      `--stop-datetime=${until.toISOString().slice(0, 19).replace('T', ' ')}`,
      ...changes.files,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, TZ: 'UTC' } },
  );
  const read = new Promise((resolve, reject) => {
    log.once('error', reject);
    log.once('close', (code) =>
      code === 0 ? resolve() : reject(new Refusal(`The log of changes could not be read: code ${code}.`)),
    );
  });
  const client = startImport(target);
  await Promise.all([pipeline([log.stdout, client.child.stdin]), client.ended, read]);
}
