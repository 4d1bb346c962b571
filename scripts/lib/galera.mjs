import { spawn } from 'node:child_process';
import {
  closeSync,
  cpSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { asThisUser, initialise, temporaryOf } from './mariadb.mjs';
import { findProgram } from './packages.mjs';
import { freePort } from './ports.mjs';
import { run } from './run.mjs';
import { Refusal } from './say.mjs';
import { pause } from './wait.mjs';

/**
 * A Galera cluster on loopback, for tests: nodes that can be killed, frozen and started again. A cluster on several
 * machines is set up by the files in deploy/.
 */

const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
export const ACCESS = { name: 'gantelet', user: 'gantelet', password: 'a-cluster-on-loopback' };
/** The user that copies a node for one that joins. */
const TRANSFER = { user: 'transfer', password: 'a-copy-on-loopback' };
const START_LIMIT_MS = 120_000;

/** Starts several nodes, one after the other: a joining node receives the records from one already in. */
export async function startGalera(home, count) {
  const fresh = join(home, 'fresh');
  mkdirSync(temporaryOf(fresh), { recursive: true });
  await initialise(fresh, join(fresh, 'data'));
  const nodes = [];
  for (let i = 0; i < count; i++) nodes.push(await placeOf(home, i));
  const cluster = { nodes, environmentAt: (port) => environmentAt(port) };
  for (const node of nodes) {
    cpSync(join(fresh, 'data'), node.data, { recursive: true });
    await startNode(node, nodes);
  }
  rmSync(fresh, { recursive: true, force: true });
  return cluster;
}

async function placeOf(home, index) {
  const folder = join(home, `node-${index + 1}`);
  mkdirSync(temporaryOf(folder), { recursive: true });
  const [port, group, transfer, catchUp] = await Promise.all([
    freePort(),
    freePort(),
    freePort(),
    freePort(),
  ]);
  return {
    index,
    folder,
    data: join(folder, 'data'),
    port,
    group,
    transfer,
    catchUp,
    child: null,
    ended: null,
  };
}

/** Starts a node and waits until it accepts writes. */
export async function startNode(node, nodes) {
  await spawnNode(node, nodes);
  for (const end = Date.now() + START_LIMIT_MS; !(await isReady(node)); await pause(200))
    if (node.child === null || Date.now() > end)
      throw new Refusal(`Node ${node.index + 1} did not start. Its log ends:\n${logEnd(node)}`);
}

/** Starts a node, in a process group of its own. The first one bootstraps the cluster if no other is in it. */
export async function spawnNode(node, nodes) {
  const others = nodes.filter((one) => one !== node && one.child !== null);
  const options = optionsOf(node, nodes, others.length === 0);
  const args = [...options, ...(await positionOf(node, options))];
  const log = openSync(join(node.folder, 'mariadb.log'), 'a');
  const child = spawn(findProgram('mariadbd'), args, { detached: true, stdio: ['ignore', log, log] });
  closeSync(log);
  node.child = child;
  node.ended = new Promise((resolve) => child.once('exit', resolve)).then(() => {
    if (node.child === child) node.child = null;
  });
}

/**
 * A killed node's position, as its unit determines before starting it: the others then send it what it missed, and
 * not everything.
 */
async function positionOf({ data }, options) {
  const state = join(data, 'grastate.dat');
  if (!existsSync(state) || !readFileSync(state, 'utf8').includes('seqno:   -1')) return [];
  const asked = [...options, '--wsrep-recover'];
  const { output } = await run(findProgram('mariadbd'), asked, { quiet: true, allowFailure: true });
  const found = /Recovered position: (\S+)/.exec(output);
  return found ? [`--wsrep-start-position=${found[1]}`] : [];
}

/** Kills a node as a power cut would, including any process copying records for it. */
export async function killNode(node) {
  if (node.child) process.kill(-node.child.pid, 'SIGKILL');
  await node.ended;
}

export async function stopGalera({ nodes }) {
  for (const { child } of nodes) child?.kill('SIGTERM');
  const impatience = setTimeout(() => nodes.forEach(({ child }) => child?.kill('SIGKILL')), 20_000);
  await Promise.all(nodes.map(({ ended }) => ended));
  clearTimeout(impatience);
}

function optionsOf({ index, data, port, group, transfer, catchUp, folder }, nodes, isFirst) {
  const [initFile, settings] = [join(folder, 'init.sql'), join(folder, 'node.cnf')];
  const address = nodes.map((one) => `127.0.0.1:${one.group}`).join(',');
  const provider = `gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${catchUp};gcache.size=64M;${QUICK}`;
  const lines = [
    '[mariadbd]',
    `datadir=${data}`,
    `tmpdir=${temporaryOf(folder)}`,
    'bind-address=127.0.0.1',
    `port=${port}`,
    `socket=${socketOf(port)}`,
    'character-set-server=utf8mb4',
    'collation-server=utf8mb4_unicode_ci',
    'innodb-buffer-pool-size=64M',
    'skip-name-resolve',
    // What a node loses by a kill, the others have.
    'innodb-flush-log-at-trx-commit=0',
    'skip-innodb-doublewrite',
    'binlog-format=ROW',
    'innodb-autoinc-lock-mode=2',
    'wsrep-on=ON',
    `wsrep-provider=${PROVIDER}`,
    'wsrep-cluster-name=gantelet-test',
    `wsrep-cluster-address=gcomm://${address}`,
    `wsrep-node-name=node-${index + 1}`,
    'wsrep-node-address=127.0.0.1',
    'wsrep-sst-method=mariabackup',
    `wsrep-sst-auth=${TRANSFER.user}:${TRANSFER.password}`,
    `wsrep-sst-receive-address=127.0.0.1:${transfer}`,
    `wsrep-provider-options="${provider}"`,
    '[sst]',
    'sst-syslog=0',
  ];
  writeFileSync(settings, `${lines.join('\n')}\n`, { mode: 0o600 });
  // What the first node does when it starts reaches the others like everything else.
  if (isFirst) writeFileSync(initFile, initText(), { mode: 0o600 });
  const begins = isFirst ? [`--init-file=${initFile}`, '--wsrep-new-cluster'] : [];
  return [`--defaults-file=${settings}`, ...begins, ...asThisUser()];
}

/**
 * As in deploy/galera. If it is much shorter, a busy machine takes slow nodes for lost: the groups that they then
 * form and leave can end without one that may write.
 */
const QUICK =
  'evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT3S;evs.inactive_timeout=PT8S;evs.inactive_check_period=PT0.5S';

const socketOf = (port) => `/tmp/gantelet-node-${port}.sock`;

function initText() {
  const { name, user, password } = ACCESS;
  return [
    `CREATE DATABASE IF NOT EXISTS ${name};`,
    `CREATE USER IF NOT EXISTS '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    `GRANT ALL ON *.* TO '${user}'@'127.0.0.1';`,
    `CREATE USER IF NOT EXISTS '${TRANSFER.user}'@'localhost' IDENTIFIED BY '${TRANSFER.password}';`,
    `GRANT RELOAD, PROCESS, LOCK TABLES, BINLOG MONITOR ON *.* TO '${TRANSFER.user}'@'localhost';`,
    '',
  ].join('\n');
}

const environmentAt = (port) => ({
  GANTELET_DB_HOST: '127.0.0.1',
  GANTELET_DB_PORT: String(port),
  GANTELET_DB_NAME: ACCESS.name,
  GANTELET_DB_USER: ACCESS.user,
  GANTELET_DB_PASSWORD: ACCESS.password,
});

/** Whether a node is in the cluster, up to date, and accepts writes. */
export async function isReady({ port }) {
  const { code, output } = await query(
    port,
    "SELECT variable_value FROM information_schema.global_status WHERE variable_name IN ('WSREP_READY', 'WSREP_LOCAL_STATE_COMMENT') ORDER BY variable_name",
  );
  return code === 0 && /Synced\s+ON/.test(output);
}

/** A node's answer to a statement. */
export function query(port, statement) {
  const args = ['--no-defaults', '-h127.0.0.1', `-P${port}`, `-u${ACCESS.user}`, '--skip-ssl', '-N', '-B'];
  return run(findProgram('mariadb'), [...args, '--connect-timeout=2', '-e', statement], {
    quiet: true,
    allowFailure: true,
    env: { MYSQL_PWD: ACCESS.password },
  });
}

const logEnd = ({ folder }) => {
  const file = join(folder, 'mariadb.log');
  return existsSync(file) ? readFileSync(file, 'utf8').trim().split('\n').slice(-25).join('\n') : '';
};
