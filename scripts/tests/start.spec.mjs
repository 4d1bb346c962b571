import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';
import { freePort } from '../lib/ports.mjs';

const LIMIT_MS = 240_000;

/** `npm start` in a folder of its own. */
function startIn(home, environment) {
  const child = spawn(process.execPath, [join(ROOT, 'scripts', 'start.mjs')], {
    env: { ...process.env, GANTELET_HOME: home, ...environment },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  child.stdout.on('data', (data) => (output += data));
  child.stderr.on('data', (data) => (output += data));
  const ended = new Promise((resolve) => child.once('exit', resolve));
  return { child, ended, output: () => output };
}

const until = async (holds) => {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 50));
};

/** Whether something accepts connections on a port. */
const listens = (port) =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });

/** The processes started by one that run one of our commands. */
const childOf = (pid, command) =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((name) => isChild(name, pid) && readProc(name, 'cmdline').includes(`main.js\0${command}\0`))
    .map(Number);
const isChild = (name, pid) => new RegExp(`^PPid:\\s+${pid}$`, 'm').test(readProc(name, 'status'));
const readProc = (name, file) => {
  try {
    return readFileSync(`/proc/${name}/${file}`, 'utf8');
  } catch {
    // It has ended meanwhile.
    return '';
  }
};

describe('the start command', () => {
  let home;
  beforeEach(() => (home = mkdtempSync(join(tmpdir(), 'gantelet-start-'))));
  afterEach(() => rmSync(home, { recursive: true, force: true }));

  it(
    'starts on the given ports, restarts what dies, and stops quickly while browsers are connected',
    async () => {
      mkdirSync(home, { recursive: true });
      // As left by a start that was killed while it wrote them.
      writeFileSync(join(home, 'session-secret'), 'half');
      writeFileSync(join(home, 'access.json'), '{"name":"gan');
      const [port, mqttPort] = [await freePort(), await freePort()];
      const { child, ended, output } = startIn(home, {
        GANTELET_PORT: String(port),
        GANTELET_MQTT_PORT: String(mqttPort),
      });
      try {
        await until(() => output().includes('Ctrl-C stops it') || child.exitCode !== null);
        expect(child.exitCode).withContext(output()).toBeNull();
        expect([await listens(port), await listens(mqttPort)]).toEqual([true, true]);
        expect(readFileSync(join(home, 'session-secret'), 'utf8')).not.toBe(
          readFileSync(join(home, 'mqtt-secret'), 'utf8'),
        );

        for (const [command, at] of [
          ['broker', mqttPort],
          ['serve', port],
        ]) {
          const [pid] = childOf(child.pid, command);
          process.kill(pid, 'SIGKILL');
          await until(() => childOf(child.pid, command).some((other) => other !== pid));
          await until(() => listens(at));
        }
        expect(output()).toContain('The broker ended by itself: starting it again');
        expect(output()).toContain('The server ended by itself: starting it again');

        await until(async () => (await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => null))?.ok);
        const address = `http://127.0.0.1:${port}/api/floor/live`;
        const cookie = await signIn(port);
        const watching = await Promise.all(
          Array.from({ length: 10 }, () => fetch(address, { headers: { cookie } })),
        );
        expect(watching.map(({ status }) => status)).toEqual(watching.map(() => 200));
      } finally {
        child.kill('SIGINT');
      }
      expect(await ended).toBe(0);
      expect(await listens(port)).toBeFalse();
    },
    LIMIT_MS,
  );

  it(
    'names the device port that is already in use, and does not choose another',
    async () => {
      const other = createServer();
      await new Promise((resolve) => other.listen(0, '127.0.0.1', resolve));
      const { port: taken } = other.address();
      const { ended, output } = startIn(home, {
        GANTELET_PORT: String(await freePort()),
        GANTELET_MQTT_PORT: String(taken),
      });
      expect(await ended).toBe(1);
      expect(output()).toContain(
        `Port ${taken}, for gauges, scales and counters, is taken by another program.`,
      );
      other.close();
    },
    LIMIT_MS,
  );
});

async function signIn(port) {
  const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
  const [{ signInName, password }] = DEMO_PEOPLE;
  const answered = await fetch(`http://127.0.0.1:${port}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ signInName, password }),
  });
  return answered.headers.getSetCookie()[0].split(';')[0];
}
