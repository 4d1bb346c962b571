import { spawn } from 'node:child_process';
import { closeSync, existsSync, mkdirSync, openSync, readFileSync, watch, writeFileSync } from 'node:fs';
import { createConnection } from 'node:net';
import { join } from 'node:path';
import { findProgram } from './packages.mjs';
import { ROOT } from './paths.mjs';
import { freePort } from './ports.mjs';
import { until } from './wait.mjs';

/**
 * Mosquitto on loopback and without TLS, for tests, configured by the file in deploy/mosquitto. It is started once
 * `broker-files` has written who may connect, and reloads that whenever it changes.
 */
export async function placeMosquitto(home) {
  const [devicePort, serverPort] = await Promise.all([freePort(), freePort()]);
  const [settings, kept, files] = ['mosquitto.conf', 'mosquitto', 'broker-files'].map((name) =>
    join(home, name),
  );
  for (const folder of [kept, files]) mkdirSync(folder, { recursive: true });
  const text = readFileSync(join(ROOT, 'deploy/mosquitto/gantelet.conf'), 'utf8')
    .replaceAll('/var/lib/gantelet-broker', files)
    .replaceAll(/^(cert|key)file .*\n/gm, '')
    .replace('listener 8883', `listener ${devicePort} 127.0.0.1`)
    .replace('listener 8884', `listener ${serverPort} 127.0.0.1`);
  writeFileSync(
    settings,
    `persistence true\npersistence_location ${kept}/\nuser ${ownName()}\nlog_dest stderr\n${text}`,
  );
  const url = `mqtt://127.0.0.1:${serverPort}`;
  const broker = { files, url, devicePort, serverPort, child: null, ended: null };
  const start = async () => {
    await until(async () => existsSync(join(files, 'acl')), 50);
    const log = openSync(join(home, 'mosquitto.log'), 'a');
    broker.child = spawn(findProgram('mosquitto'), ['-c', settings], { stdio: ['ignore', log, log] });
    broker.ended = new Promise((resolve) => broker.child.once('exit', resolve));
    closeSync(log);
    await until(() => answers(serverPort), 50);
  };
  const watcher = watch(files, () => broker.child?.kill('SIGHUP'));
  const stop = async (signal = 'SIGTERM') => {
    broker.child?.kill(signal);
    await broker.ended;
  };
  const stopForGood = async () => {
    watcher.close();
    await stop();
  };
  return Object.assign(broker, { start, stop, stopForGood });
}

function ownName() {
  return process.getuid() === 0 ? 'root' : process.env.USER;
}

function answers(port) {
  return new Promise((resolve) => {
    const socket = createConnection({ host: '127.0.0.1', port });
    socket.once('connect', () => socket.destroy());
    socket.once('error', () => resolve(false));
    socket.once('close', (failed) => resolve(!failed));
  });
}
