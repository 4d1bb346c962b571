import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { changesOf } from '../scripts/lib/access.mjs';
import { backUp, factsOf } from '../scripts/lib/backup.mjs';
import { statement } from '../scripts/lib/mariadb-client.mjs';
import { runningMariadb, startMariadb } from '../scripts/lib/mariadb.mjs';
import { ROOT } from '../scripts/lib/paths.mjs';
import { afterCutShort, drillRestore, dropKept, restoreShop } from '../scripts/lib/restore.mjs';
import { prepareDatabase } from '../scripts/lib/server.mjs';
import { loadSmallShop, SMALL_WORKS } from '../scripts/lib/small-shop.mjs';

const { MIGRATIONS } = await import(join(ROOT, 'server', 'dist', 'db', 'migrate.js'));
const KNOWN = MIGRATIONS.map(({ name }) => name);

/**
 * Kills restores at random moments, every other time together with the database, and looks at what the next start
 * finds: the old shop whole, the new one whole, or, which must not be, anything else.
 */
export async function killRestores(random, kills) {
  const home = mkdtempSync(join(tmpdir(), 'gantelet-trial-'));
  const file = join(home, 'backup.sql.gz');
  const found = { old: 0, new: 0, neither: 0 };
  try {
    const rows = await withDatabase(home, async (environment) => {
      await loadSmallShop(environment);
      await statement(environment, "UPDATE machines SET name = CONCAT('Restored ', shop_number)");
      await backUp(environment, file, { log: basename(changesOf(home)) });
      return JSON.stringify((await factsOf(environment)).rows);
    });
    const began = Date.now();
    await restoreProcess(home, file).ended;
    const takesMs = Date.now() - began;
    for (let kill = 0; kill < kills; kill++) {
      await withDatabase(home, (environment) =>
        statement(environment, "UPDATE machines SET name = CONCAT('Old ', shop_number)"),
      );
      const restoring = restoreProcess(home, file);
      const killing = setTimeout(
        () => killAll(home, restoring.child, kill % 2 === 1),
        random() * takesMs * 1.1,
      );
      await restoring.ended;
      clearTimeout(killing);
      found[await foundAfter(home, rows)]++;
      if (kill % 10 === 9) await dropKept(home);
    }
    return found;
  } finally {
    killDatabase(home);
    rmSync(home, { recursive: true, force: true });
  }
}

/** What the next start finds. */
async function foundAfter(home, rows) {
  return withDatabase(home, async (environment) => {
    const holds = await prepareDatabase(home, environment, { ownShop: true });
    if (holds === 'empty') return 'neither';
    afterCutShort(home, holds);
    const names = (await statement(environment, 'SELECT name FROM machines')).trim().split('\n');
    const whole = JSON.stringify((await factsOf(environment)).rows) === rows;
    const all = (prefix) => names.every((name) => name.startsWith(prefix));
    return !whole ? 'neither' : all('Old') ? 'old' : all('Restored') ? 'new' : 'neither';
  });
}

function restoreProcess(home, file) {
  const child = spawn(
    process.execPath,
    [join(ROOT, 'scripts', 'restore.mjs'), file, '--replace', SMALL_WORKS],
    { stdio: 'ignore', detached: true, env: { ...process.env, GANTELET_HOME: home } },
  );
  return { child, ended: new Promise((resolve) => child.once('exit', resolve)) };
}

function killAll(home, child, database) {
  try {
    process.kill(-child.pid, 'SIGKILL');
  } catch {
    // It has ended by itself.
  }
  if (database) killDatabase(home);
}

function killDatabase(home) {
  if (runningMariadb(home) !== null)
    process.kill(Number(readFileSync(join(home, 'mariadb.pid'), 'utf8')), 'SIGKILL');
}

async function withDatabase(home, work) {
  const database = await startMariadb(home, { keepsChanges: true });
  try {
    return await work(database.environment);
  } finally {
    await database.stop();
  }
}

/**
 * Makes backups of a shop at work, and tries to restore each beside it.
 *
 * @returns how many could not be restored whole
 */
export async function backUpAtWork(home, environment, count) {
  const folder = mkdtempSync(join(tmpdir(), 'gantelet-trial-'));
  const files = [];
  let bad = 0;
  try {
    for (let i = 0; i < count; i++) {
      const file = join(folder, `${i}.sql.gz`);
      await backUp(environment, file, { log: basename(changesOf(home)) });
      files.push(file);
      await drillRestore(home, file, KNOWN).catch((error) => {
        console.error(error.message);
        bad++;
      });
    }
    return { bad, folder, middle: files[Math.floor(count / 2)] };
  } catch (error) {
    rmSync(folder, { recursive: true, force: true });
    throw error;
  }
}

/** Restores a stopped shop to a moment after one of its backups. Returns what its book then ends with. */
export async function restoreUntil(home, file, until, works) {
  await restoreShop(home, file, KNOWN, { until, replaces: works });
  return withDatabase(home, async (environment) => {
    const [latest] = (await statement(environment, 'SELECT MAX(at) FROM book_entries')).trim().split('\n');
    return new Date(`${latest.replace(' ', 'T')}Z`);
  });
}
