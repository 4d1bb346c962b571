import { accessSync, constants } from 'node:fs';
import { delimiter, join } from 'node:path';
import { run } from './run.mjs';
import { Refusal, say } from './say.mjs';

/** Debian packages by the programs they are needed for. */
const DATABASE = {
  programs: ['mariadbd', 'mariadb-install-db', 'my_print_defaults'],
  packages: ['mariadb-server-core', 'mariadb-client-core'],
};
const BACKUP = { programs: ['mariadb', 'mariadb-dump', 'mariadb-binlog'], packages: ['mariadb-client'] };
const CLUSTER = {
  programs: ['haproxy', 'mariadb', 'mariadb-backup', 'mosquitto', 'socat', 'wsrep_sst_mariabackup'],
  packages: [
    'galera-4',
    'haproxy',
    'mariadb-backup',
    'mariadb-client',
    'mariadb-server',
    'mosquitto',
    'socat',
  ],
};
/** Chromium without windows: tests take three quarters of the time in it. */
const BROWSER = { programs: ['chromium-headless-shell'], packages: ['chromium-headless-shell'] };

const SYSTEM_FOLDERS = ['/usr/sbin', '/usr/bin', '/usr/local/sbin', '/usr/local/bin', '/sbin', '/bin'];

/** Full path of a program, or undefined. Also looks where Debian puts servers, which may not be on a user's PATH. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(delimiter), ...SYSTEM_FOLDERS];
  return folders.map((folder) => join(folder, name)).find(isExecutable);
}

function isExecutable(path) {
  try {
    accessSync(path, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}

/** Makes sure that the database's programs are installed. */
export const needDatabase = () => need(DATABASE);
/** Makes sure that the programs for backup and restore are installed. */
export const needBackup = () => need(BACKUP);
/** Makes sure that the programs of a cluster are installed: Galera's nodes, the balancer, a broker. */
export const needCluster = () => need(CLUSTER);

/**
 * Makes sure that the browser for tests and screenshots is installed. Chromium itself serves if its shell is not
 * available.
 */
export async function needBrowser() {
  await need(BROWSER).catch((error) => {
    if (!findProgram('chromium')) throw error;
  });
}

/** Debian's command runs the shell as a child process: ending the command would leave the browser running. */
const SHELL = '/usr/lib/chromium/chromium-headless-shell';

/** Full path of the browser for tests and screenshots. */
export const browserProgram = () => (isExecutable(SHELL) ? SHELL : findProgram('chromium'));

/** Installs what is missing if this user may; else says exactly which command to run. */
async function need({ programs, packages }) {
  const missing = () => programs.filter((program) => !findProgram(program));
  if (missing().length === 0) return;
  const install = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  const asRoot = process.getuid?.() === 0;
  if (!asRoot || !findProgram('apt-get')) {
    const command = findProgram('apt-get') ? `sudo sh -c '${install}'` : `(on Debian) ${install}`;
    throw new Refusal(`Missing: ${missing().join(', ')}. Run this once, then try again:\n  ${command}`);
  }
  say(`Installing ${packages.join(', ')} ...`);
  await run('sh', ['-c', install], { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } });
  if (missing().length > 0)
    throw new Refusal(`Installed ${packages.join(', ')}, but ${missing().join(', ')} did not come.`);
}
