import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, STATE, WEB_ROOT } from './paths.mjs';
import { run } from './run.mjs';
import { say } from './say.mjs';
import { fingerprint, unlessStamped } from './stamp.mjs';

const LOCKED = ['package.json', 'package-lock.json', '.npmrc', ...workspaces('package.json')];
const NODE_SOURCES = [
  ...LOCKED,
  'tsconfig.json',
  'tsconfig.base.json',
  'core',
  'contracts',
  'server',
  'demo',
  'devices',
];
/** Says which sources the web application in use was built from. */
const WEB_STAMP = join(STATE, 'built-web');
const WEB_SOURCES = [...LOCKED, 'angular.json', 'tsconfig.base.json', 'core', 'contracts', 'web'];

function workspaces(file) {
  return ['core', 'contracts', 'server', 'demo', 'devices', 'web'].map((name) => `${name}/${file}`);
}

/** Installs the locked packages unless they are already there. */
export async function installPackages() {
  const stamp = join(ROOT, 'node_modules', '.gantelet-installed');
  await unlessStamped(stamp, fingerprint(LOCKED), async () => {
    say('Installing packages (a few minutes the first time) ...');
    await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { quiet: true });
  });
}

/** Compiles core, contracts, server, demo and the stand-ins. */
export async function buildNodeParts() {
  const built = ['server/dist/main.js', 'demo/dist/index.js', 'devices/dist/main.js'].every((file) =>
    existsSync(join(ROOT, file)),
  );
  const stamp = join(STATE, 'built-node');
  if (!built) rmSync(stamp, { force: true });
  await unlessStamped(stamp, fingerprint(NODE_SOURCES), async () => {
    say('Building the server ...');
    await run('npx', ['--no-install', 'tsc', '--build', ...(built ? [] : ['--force'])], { quiet: true });
  });
}

/** Builds the web application for production. */
export async function buildWeb() {
  if (!existsSync(join(WEB_ROOT, 'index.html'))) rmSync(WEB_STAMP, { force: true });
  await unlessStamped(WEB_STAMP, fingerprint(WEB_SOURCES), async () => {
    say('Building the web application ...');
    await run('npx', ['--no-install', 'ng', 'build', '--configuration', 'production'], {
      quiet: true,
      env: NO_ANALYTICS,
    });
    leavePageUnchecked();
  });
}

/** Makes room for a development build, which is not for use: `buildWeb` will build again. Returns the page to wait for. */
export function clearWeb() {
  const page = join(WEB_ROOT, 'index.html');
  for (const file of [WEB_STAMP, page]) rmSync(file, { force: true });
  return page;
}

/**
 * Removes the page from the service worker's hash checks: the server writes a new nonce into every copy, so the hash
 * would never match.
 */
function leavePageUnchecked() {
  const file = join(WEB_ROOT, 'ngsw.json');
  const manifest = JSON.parse(readFileSync(file, 'utf8'));
  delete manifest.hashTable[manifest.index];
  writeFileSync(file, JSON.stringify(manifest));
}

/** Angular's command asks about statistics unless told not to. */
export const NO_ANALYTICS = { NG_CLI_ANALYTICS: 'false' };
