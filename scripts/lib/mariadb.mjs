import { spawn } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { accessOf, changesOf } from './access.mjs';
import { findProgram } from './packages.mjs';
import { freePort } from './ports.mjs';
import { run } from './run.mjs';
import { Refusal, say } from './say.mjs';

const START_LIMIT_MS = 60_000;
const STOP_LIMIT_MS = 30_000;
const CHANGES_KEPT_DAYS = 35;

/**
 * Starts a MariaDB of our own on loopback, with its data under `home`, and returns how to reach and stop it.
 *
 * A data directory whose creation was cut short is created again: it is made in a temporary place and moved when
 * complete. A database left running on it by a killed start is stopped first.
 *
 * @param home folder for data, log and state; kept between starts
 * @param everyDatabase lets the user create databases, as tests do
 * @param keepsChanges also writes every change to a log, from which a backup can be brought forward to any later
 * moment
 * @param restoresTo name of a database that `restoreEnvironment` may make and fill, and nothing else
 * @param drops names of databases that go
 * @param port to listen on; a free one by default
 */
export async function startMariadb(
  home,
  { everyDatabase = false, keepsChanges = false, restoresTo, drops = [], port: asked } = {},
) {
  mkdirSync(temporaryOf(home), { recursive: true, mode: 0o700 });
  const data = join(home, 'data');
  await stopLeftover(home, data);
  if (!existsSync(data)) await initialise(home, data);
  const access = accessOf(home);
  const port = asked ?? (await freePort());
  const logFile = join(home, 'mariadb.log');
  const log = openSync(logFile, 'a');
  const restorer =
    restoresTo === undefined
      ? null
      : { name: restoresTo, user: RESTORER, password: randomBytes(18).toString('base64url') };
  const initFile = writeInitFile(home, access, everyDatabase, restorer, drops);
  if (keepsChanges) mkdirSync(changesOf(home), { recursive: true, mode: 0o700 });
  // A process group of its own: Ctrl-C reaches only us, and we stop the server before its database.
  const options = serverOptions(home, port, initFile, everyDatabase);
  if (keepsChanges) options.push(...changesOptions(home));
  const child = spawn(findProgram('mariadbd'), options, { detached: true, stdio: ['ignore', log, log] });
  closeSync(log);
  const ended = new Promise((resolve) => child.once('exit', resolve));
  writeFileSync(join(home, 'mariadb.pid'), String(child.pid));
  await untilReady(port, ended, logFile);
  rmSync(initFile, { force: true });
  writeFileSync(join(home, 'mariadb.port'), String(port));
  return {
    environment: environmentOf(access, port),
    restoreEnvironment: restorer && environmentOf(restorer, port),
    ended,
    child,
    stop: async () => {
      child.kill('SIGTERM');
      const impatience = setTimeout(() => child.kill('SIGKILL'), STOP_LIMIT_MS);
      await ended;
      clearTimeout(impatience);
      for (const name of ['mariadb.port', 'mariadb.pid']) rmSync(join(home, name), { force: true });
    },
  };
}

/**
 * Folder for temporary tables, one for each database: when MariaDB starts it deletes every temporary table in the
 * folder, even those of another running server, whose queries then fail or crash it.
 */
export const temporaryOf = (home) => join(home, 'temporary');

/**
 * Every commit reaches the disk with its change; whatever is older than the oldest backup anybody keeps is deleted.
 */
const changesOptions = (home) => [
  `--log-bin=${join(changesOf(home), 'changes')}`,
  '--server-id=1',
  '--binlog-format=ROW',
  '--sync-binlog=1',
  '--max-binlog-size=64M',
  `--binlog-expire-logs-seconds=${CHANGES_KEPT_DAYS * 86_400}`,
];

function environmentOf({ name, user, password }, port) {
  return {
    GANTELET_DB_HOST: '127.0.0.1',
    GANTELET_DB_PORT: String(port),
    GANTELET_DB_NAME: name,
    GANTELET_DB_USER: user,
    GANTELET_DB_PASSWORD: password,
  };
}

/** How to reach the database running on a data directory; null if none is. */
export function runningMariadb(home) {
  const [pid, port] = ['mariadb.pid', 'mariadb.port'].map((name) => {
    const file = join(home, name);
    return existsSync(file) ? readFileSync(file, 'utf8') : '';
  });
  if (port === '' || !isMariadbOn(Number(pid), join(home, 'data'))) return null;
  return environmentOf(accessOf(home), port);
}

function serverOptions(home, port, initFile, throwAway) {
  const data = join(home, 'data');
  const socket = join(
    tmpdir(),
    `gantelet-${createHash('sha256').update(data).digest('hex').slice(0, 12)}.sock`,
  );
  return [
    '--no-defaults',
    `--datadir=${data}`,
    `--tmpdir=${temporaryOf(home)}`,
    '--bind-address=127.0.0.1',
    `--port=${port}`,
    `--socket=${socket}`,
    `--init-file=${initFile}`,
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_unicode_ci',
    '--innodb-buffer-pool-size=128M',
    '--skip-name-resolve',
    ...(throwAway ? THROW_AWAY : []),
    ...asThisUser(),
  ];
}

/**
 * A database for tests survives a kill of its process, but need not survive a power cut. Without a file per table the
 * seventy tables of a shop are created in half the time, and dropped in a fifth.
 */
const THROW_AWAY = [
  '--innodb-flush-method=nosync',
  '--skip-innodb-doublewrite',
  '--debug-no-sync',
  '--skip-sync-frm',
  '--skip-innodb-file-per-table',
];

/** MariaDB refuses to run as root unless told that it is intended. */
export const asThisUser = () => (process.getuid?.() === 0 ? ['--user=root'] : []);

export async function initialise(home, data) {
  const fresh = `${data}.new`;
  if (existsSync(fresh)) say('An earlier start was cut short while making the database: making it again ...');
  else say('Making the database ...');
  rmSync(fresh, { recursive: true, force: true });
  await run(
    findProgram('mariadb-install-db'),
    [
      '--no-defaults',
      `--datadir=${fresh}`,
      `--tmpdir=${temporaryOf(home)}`,
      '--skip-test-db',
      '--auth-root-authentication-method=socket',
      ...asThisUser(),
    ],
    { quiet: true, cwd: home },
  );
  renameSync(fresh, data);
}

function writeInitFile(home, { name, user, password }, everyDatabase, restorer, drops) {
  const file = join(home, 'init.sql');
  const lines = [
    `CREATE DATABASE IF NOT EXISTS \`${name}\`;`,
    ...withRights(user, password, [`ALL ON ${everyDatabase ? '*' : `\`${name}\``}.*`]),
    // The user that restores exists only for that.
    `DROP USER IF EXISTS '${RESTORER}'@'127.0.0.1';`,
    ...drops.map((one) => `DROP DATABASE IF EXISTS \`${one}\`;`),
    // Whatever a backup says, it reaches only the database that it is restored to.
    ...(restorer
      ? withRights(restorer.user, restorer.password, [
          `ALL ON \`${patternOf(restorer.name)}\`.*`,
          'BINLOG REPLAY ON *.*',
        ])
      : []),
  ];
  writeFileSync(file, `${lines.join('\n')}\n`, { mode: 0o600 });
  return file;
}

const RESTORER = 'restore';
/** In a grant an underscore stands for any character. */
const patternOf = (name) => name.replaceAll('_', '\\_');

const withRights = (user, password, rights) => [
  `CREATE USER IF NOT EXISTS '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
  `ALTER USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
  ...rights.map((right) => `GRANT ${right} TO '${user}'@'127.0.0.1';`),
];

/** Stops a database that a killed start left running on this data directory. */
async function stopLeftover(home, data) {
  const file = join(home, 'mariadb.pid');
  if (!existsSync(file)) return;
  const pid = Number(readFileSync(file, 'utf8'));
  if (isMariadbOn(pid, data)) {
    say(`A database left by an earlier start is still running (process ${pid}): stopping it first ...`);
    process.kill(pid, 'SIGTERM');
    for (const end = Date.now() + STOP_LIMIT_MS; isMariadbOn(pid, data); await limit(100)) {
      if (Date.now() > end)
        throw new Refusal(
          `The database of an earlier start (process ${pid}) does not stop. End it, then try again.`,
        );
    }
  }
  rmSync(file, { force: true });
}

/** Whether a process is a database server on this very data directory, and not another one with the same number. */
function isMariadbOn(pid, data) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--datadir=${data}\0`);
  } catch {
    return false;
  }
}

async function untilReady(port, ended, logFile) {
  let gone = false;
  void ended.then(() => (gone = true));
  for (const end = Date.now() + START_LIMIT_MS; !(await greets(port)); await limit(100)) {
    if (gone || Date.now() > end) {
      const lines = readFileSync(logFile, 'utf8').trim().split('\n').slice(-12).join('\n');
      throw new Refusal(`The database did not start. Its log (${logFile}) ends:\n${lines}`);
    }
  }
}

/** The server speaks first when it is ready for clients. */
function greets(port) {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    const answer = (ready) => {
      socket.destroy();
      resolve(ready);
    };
    socket.once('data', () => answer(true));
    socket.once('error', () => answer(false));
    socket.setTimeout(1000, () => answer(false));
  });
}

const limit = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
