import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, watch } from 'node:fs';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { ROOT, STATE } from './lib/paths.mjs';
import { buildNodeParts, clearWeb, installPackages, NO_ANALYTICS } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase, startDevices, startServer } from './lib/server.mjs';
import { until } from './lib/wait.mjs';

/**
 * For developers: the application on the demo database, compiled again whenever a file is saved. The server restarts
 * by itself; reload the page for the rest.
 */

const HOME = join(STATE, 'dev');
const PORT = Number(process.env.GANTELET_PORT ?? 8430);
/** A build writes many files: the server waits until it is finished. */
const SETTLED_MS = 400;
const WATCHED = ['core', 'contracts', 'server'].map((part) => join(ROOT, part, 'dist'));

await main(async () => {
  mkdirSync(HOME, { recursive: true, mode: 0o700 });
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  const page = clearWeb();
  const builds = [
    watching('tsc', ['--build', '--watch', '--preserveWatchOutput']),
    watching('ng', ['build', '--watch', '--configuration', 'development']),
  ];
  const database = await startMariadb(HOME);
  await prepareDatabase(HOME, database.environment);
  const devices = await startDevices(HOME, database.environment);
  // The server reads the page only once. A first build that fails may take as long as it takes to correct.
  await until(async () => existsSync(page), 200, Infinity);
  let server = await startServer(HOME, devices.environment, PORT);
  const restart = afterChanges(async () => {
    await server.stop();
    server = await startServer(HOME, devices.environment, PORT);
    say('The server runs the new build.');
  });
  const watchers = WATCHED.map((folder) => watch(folder, { recursive: true }, restart));
  say(`\nGantelet is at ${server.address}, from ${HOME}.\nRemove that folder to begin with a new demo.\n`);
  await new Promise((resolve) => process.once('SIGINT', resolve));
  for (const one of watchers) one.close();
  for (const build of builds) build.kill('SIGTERM');
  await server.stop();
  await devices.stop();
  await database.stop();
});

function watching(tool, args) {
  const env = { ...process.env, ...NO_ANALYTICS };
  // Not through npx, which would end without ending the build.
  return spawn(join(ROOT, 'node_modules', '.bin', tool), args, {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
}

/** Runs some work once after a burst of changes; a change during the run triggers another. */
function afterChanges(work) {
  let timer;
  let going = Promise.resolve();
  return () => {
    clearTimeout(timer);
    timer = setTimeout(() => (going = going.then(work)), SETTLED_MS);
  };
}
