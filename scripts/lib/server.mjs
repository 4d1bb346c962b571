import { fork } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, WEB_ROOT } from './paths.mjs';
import { run } from './run.mjs';
import { Refusal } from './say.mjs';

const SERVER = join(ROOT, 'server', 'dist', 'main.js');
const SCENARIO_WRITER = join(ROOT, 'demo', 'dist', 'write-scenario.js');

/** Brings the database up to date and loads the demo scenario when it is empty. */
export async function prepareDatabase(home, environment) {
  const env = { ...environment, GANTELET_SESSION_SECRET: sessionSecret(home) };
  await run(process.execPath, [SERVER, 'migrate'], { quiet: true, env });
  const { output } = await run(process.execPath, [SERVER, 'state'], { quiet: true, env });
  if (output.includes('holds a shop')) return;
  const scenario = join(home, 'demo-scenario.json');
  await run(process.execPath, [SCENARIO_WRITER, scenario], { quiet: true });
  await run(process.execPath, [SERVER, 'load', scenario], { quiet: true, env });
  rmSync(scenario);
}

/** Starts the server and waits until it listens. It ends by itself when this process does. */
export function startServer(home, environment, port) {
  const child = fork(SERVER, ['serve'], {
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      ...environment,
      GANTELET_PORT: String(port),
      GANTELET_SESSION_SECRET: sessionSecret(home),
      GANTELET_WEB_ROOT: WEB_ROOT,
    },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const listening = new Promise((resolve, reject) => {
    child.once('message', ({ listening: listensOn }) => resolve(listensOn));
    void ended.then(() => reject(new Refusal('The server ended before it could listen.')));
  });
  const stop = async () => {
    child.kill('SIGTERM');
    await ended;
  };
  return listening.then((listensOn) => ({
    port: listensOn,
    address: `http://127.0.0.1:${listensOn}`,
    ended,
    stop,
    child,
  }));
}

/** Signs session cookies: made once, so that nobody is signed out by a restart. */
function sessionSecret(home) {
  mkdirSync(home, { recursive: true, mode: 0o700 });
  const file = join(home, 'session-secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}
