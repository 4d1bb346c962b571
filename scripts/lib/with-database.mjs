import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
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

/**
 * Does work with the database of a data directory: the running one, or one that is started for it.
 *
 * @param options for starting one, as in `startMariadb`
 */
export async function withDatabaseOf(home, work, options = {}) {
  const running = runningMariadb(home);
  if (running) return work(running, null);
  const database = await startMariadb(home, options);
  try {
    return await work(database.environment, database.replayEnvironment);
  } finally {
    await database.stop();
  }
}
