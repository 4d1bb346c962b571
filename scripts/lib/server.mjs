import { fork } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { openSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, WEB_ROOT } from './paths.mjs';
import { freePort } from './ports.mjs';
import { run } from './run.mjs';
import { Refusal, say } from './say.mjs';
import { secretFile } from './secret-file.mjs';

const SERVER = join(ROOT, 'server', 'dist', 'main.js');
const STAND_INS = join(ROOT, 'devices', 'dist', 'main.js');
/** A process that does not stop when told to is killed: every write is complete or not done at all. */
const STOP_LIMIT_MS = 4000;
const SCENARIO_WRITER = join(ROOT, 'demo', 'dist', 'write-scenario.js');

/**
 * Brings the database up to date. An empty one gets the demo, unless a real shop is wanted, or the records of another
 * one from a file.
 *
 * @returns what it then holds: 'empty', 'holds the demo' or 'holds a shop'
 */
export async function prepareDatabase(home, environment, { ownShop = false, from } = {}) {
  const env = { ...environment, ...secretsOf(home) };
  const migrated = await run(process.execPath, [SERVER, 'migrate'], { quiet: true, env });
  for (const [note] of migrated.output.matchAll(/^Note: .*$/gm)) say(note);
  const { output } = await run(process.execPath, [SERVER, 'state'], { quiet: true, env });
  const holds = output.trim();
  if (from !== undefined) {
    if (holds !== 'empty')
      throw new Refusal(`This database ${holds} already: ${from} was not taken in. Nothing was changed.`);
    await run(process.execPath, [SERVER, 'take-in', from], { env });
    return 'holds a shop';
  }
  if (holds !== 'empty' || ownShop) return holds;
  const scenario = join(home, 'demo-scenario.json');
  await run(process.execPath, [SCENARIO_WRITER, scenario], { quiet: true });
  await run(process.execPath, [SERVER, 'load', scenario], { quiet: true, env });
  rmSync(scenario);
  return 'holds the demo';
}

/** Records in the database that it was backed up, if it can: its lead sees when the last backup was. */
export async function noteBackup(home, environment, { sealed }) {
  await noted(home, environment, ['note-backup', ...(sealed ? ['sealed'] : [])]);
}

/**
 * Records in the database that restoring a backup was tried, and how it went.
 *
 * @param drill the backup's file and when it was made, and what was wrong; empty if it was restored whole
 */
export async function noteDrill(home, environment, drill) {
  await noted(home, environment, ['note-drill', JSON.stringify(drill)]);
}

async function noted(home, environment, args) {
  await run(process.execPath, [SERVER, ...args], {
    quiet: true,
    allowFailure: true,
    env: { ...environment, ...secretsOf(home) },
  });
}

/** Verifies the chain of the book, prints the result, and says whether it is whole. */
export function verifyBook(home, environment) {
  return bookIsWhole(home, environment, 'verify-book', { capture: true });
}

/** Brings a restored database up to date, and says whether its book is whole. */
export function checkRestored(home, environment) {
  return bookIsWhole(home, environment, 'check-restored', { quiet: true });
}

async function bookIsWhole(home, environment, command, shown) {
  const { code, output } = await run(process.execPath, [SERVER, command], {
    ...shown,
    allowFailure: true,
    env: { ...environment, ...secretsOf(home) },
  });
  if (code !== 0 && !output.includes('The book is broken')) throw new Refusal(output);
  return code === 0;
}

/**
 * Starts the server and waits until it listens. It ends by itself when this process does.
 *
 * @param logFile receives its output instead of the terminal
 */
export async function startServer(home, environment, port, { logFile } = {}) {
  const env = {
    ...environment,
    ...secretsOf(home),
    GANTELET_PORT: String(port),
    GANTELET_WEB_ROOT: WEB_ROOT,
    GANTELET_DATA_FOLDER: home,
  };
  const server = await startListening('server', SERVER, ['serve'], env, logFile);
  const scheme = process.env.GANTELET_TLS_CERT ? 'https' : 'http';
  return {
    ...server,
    address: `${scheme}://${process.env.GANTELET_HOST ?? '127.0.0.1'}:${server.listensOn}`,
  };
}

/**
 * Starts the broker on loopback, on a given port or a free one. `environment` of the result tells a server how to
 * reach it.
 */
export async function startBroker(home, environment, port) {
  const mqtt = { GANTELET_MQTT_PORT: String(port ?? (await freePort())) };
  const broker = await startListening('broker', SERVER, ['broker'], {
    ...environment,
    ...secretsOf(home),
    ...mqtt,
  });
  return { ...broker, environment: { ...environment, ...mqtt } };
}

/** Starts an ingester for counts from an external broker, and waits until it receives its share. */
export function startIngester(home, environment, name, { logFile } = {}) {
  const env = { ...environment, ...secretsOf(home), GANTELET_INGESTER: name };
  return startListening('ingester', SERVER, ['ingest'], env, logFile);
}

/** Keeps the files of an external broker in step with the devices. */
export function keepBrokerFiles(home, environment, folder, { logFile } = {}) {
  return start(SERVER, ['broker-files', folder], { ...environment, ...secretsOf(home) }, logFile);
}

/** Starts the demo's stand-ins, which talk to a broker. */
export async function startStandIns(environment) {
  const { DEMO_STAND_INS, SILENT_COUNTER } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
  return start(STAND_INS, [], {
    GANTELET_MQTT_PORT: environment.GANTELET_MQTT_PORT,
    GANTELET_STAND_INS: JSON.stringify(DEMO_STAND_INS.filter(({ id }) => id !== SILENT_COUNTER)),
  });
}

/** Starts the broker and the demo's stand-ins. */
export async function startDevices(home, environment, port) {
  const broker = await startBroker(home, environment, port);
  const standIns = await startStandIns(broker.environment);
  const stop = async () => {
    await standIns.stop();
    await broker.stop();
  };
  return { environment: broker.environment, ended: broker.ended, stop };
}

async function startListening(name, file, args, env, logFile) {
  const { child, ended, stop } = start(file, args, env, logFile);
  const listensOn = await new Promise((resolve, reject) => {
    child.once('message', ({ listening }) => resolve(listening));
    void ended.then(() => reject(new Refusal(`The ${name} ended before it could listen.`)));
  });
  return { listensOn, ended, stop, child };
}

/** Starts one of our programs in a process group of its own: Ctrl-C reaches only us, and we stop them in order. */
function start(file, args, env, logFile) {
  const log = logFile === undefined ? 'inherit' : openSync(logFile, 'a');
  const child = fork(file, args, {
    detached: true,
    stdio: ['ignore', log, log, 'ipc'],
    env: { ...process.env, ...env },
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const stop = async () => {
    child.kill('SIGTERM');
    const impatience = setTimeout(() => child.kill('SIGKILL'), STOP_LIMIT_MS);
    await ended;
    clearTimeout(impatience);
  };
  return { child, ended, stop };
}

/** Credentials of servers and the broker: created once, so that a restart signs nobody out. */
function secretsOf(home) {
  return {
    GANTELET_SESSION_SECRET: secretOf(home, 'session-secret'),
    GANTELET_MQTT_SECRET: secretOf(home, 'mqtt-secret'),
  };
}

function secretOf(home, name) {
  return secretFile(
    join(home, name),
    (text) => (/^[\w-]{43}$/.test(text) ? text : null),
    () => randomBytes(32).toString('base64url'),
  );
}
