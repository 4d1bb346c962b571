import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { changesOf } from './access.mjs';
import { runningMariadb, startMariadb } from './mariadb.mjs';

/** Whether a start is working on this data directory. */
export function isRunning(home) {
  const file = join(home, 'start.pid');
  if (!existsSync(file)) return false;
  const [pid] = readFileSync(file, 'utf8').split(' ');
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('scripts/start.mjs');
  } catch {
    return false;
  }
}

/** Does work with the database of a data directory: the running one, or one that is started for it. */
export async function withDatabaseOf(home, work) {
  const running = runningMariadb(home);
  if (running) return work(running);
  const database = await startMariadb(home, { keepsChanges: existsSync(changesOf(home)) });
  try {
    return await work(database.environment);
  } finally {
    await database.stop();
  }
}
