import { fork, type ChildProcess } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Config } from '../config.js';

const MAIN = join(dirname(fileURLToPath(import.meta.url)), '..', 'main.js');

/** Runs the server's program in a process of its own on the database of a configuration. */
export function serverProgram(
  { database, sessionSecret }: Config,
  args: readonly string[],
  more: Readonly<Record<string, string>> = {},
): ChildProcess {
  return fork(MAIN, args, {
    silent: true,
    env: {
      ...process.env,
      GANTELET_DB_HOST: database.host,
      GANTELET_DB_PORT: String(database.port),
      GANTELET_DB_NAME: database.name,
      GANTELET_DB_USER: database.user,
      GANTELET_DB_PASSWORD: database.password,
      GANTELET_PORT: '0',
      GANTELET_SESSION_SECRET: sessionSecret,
      ...more,
    },
  });
}
