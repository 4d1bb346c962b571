import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { browserProgram, needBackup, needBrowser, needDatabase } from './lib/packages.mjs';
import { buildNodeParts, buildWeb, installPackages, NO_ANALYTICS } from './lib/prepare.mjs';
import { run } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase, startDevices, startServer } from './lib/server.mjs';

/**
 * Sets up and runs every part: `npm test`, or `npm test -- core server` for some. Databases are in a temporary folder
 * of their own, and ports are free ones, so that this can run beside `npm start`.
 */

const JASMINE = /(\d+) specs?, (\d+) failures?/g;
const KARMA = /Executed (\d+) of \d+(?: \((\d+) FAILED\))?/g;
const LINT = /lint: (\d+) passed, (\d+) failed/g;
/** How each of them names a failed test, on a line of its own; Jasmine gives the reason in the next two. */
const FAILED_TEST = /^ *\d+\) \S.*$(?:\n +Message:\n.*$)?|^.* FAILED$/gm;

/** Types of the web are checked by its build and by that of its tests. */
const LINT_CHECKS = ['types', 'eslint', 'arrows', 'words', 'format'];

/** Each part by name: what it runs, and how its output is counted. */
const PARTS = {
  lint: async () =>
    counted(
      await run(process.execPath, ['scripts/lint.mjs', ...LINT_CHECKS], {
        capture: true,
        allowFailure: true,
      }),
      LINT,
      passedFailed,
    ),
  core: () => jasmine('core'),
  contracts: () => jasmine('contracts'),
  demo: () => jasmine('demo'),
  devices: () => jasmine('devices'),
  server: () => withDatabase((environment) => jasmine('server', environment)),
  web: async () => {
    const env = { ...NO_ANALYTICS, CHROME_BIN: browserProgram() };
    const result = await run('npx', ['--no-install', 'ng', 'test', '--watch=false'], {
      capture: true,
      allowFailure: true,
      env,
    });
    return counted(result, KARMA, ran);
  },
  scripts: async () => {
    await needBackup();
    return jasmine('scripts', {}, 'scripts/tests/*.spec.mjs');
  },
  e2e: () =>
    withDemos(demo, E2E_WORKERS, async (addresses) => {
      const env = { GANTELET_ADDRESSES: addresses.join(','), GANTELET_BROWSER: browserProgram() };
      const args = ['--no-install', 'playwright', 'test', `--workers=${addresses.length}`];
      return countedPlaywright(await run('npx', args, { capture: true, allowFailure: true, env }));
    }),
};

/** Browsers at work at once, each on a demo of its own: what one spec changes is not there for another's worker. */
const E2E_WORKERS = 2;

/**
 * Folder of a database with the demo, created while the server's tests are still running; null without browser tests.
 */
let demo = null;

/** Parts that compute or wait for a database, run beside those that build. */
const COMPUTING = ['core', 'contracts', 'demo', 'devices', 'server'];

await main(async () => {
  const asked = process.argv.slice(2);
  const names = Object.keys(PARTS).filter((name) => asked.length === 0 || asked.includes(name));
  await needDatabase();
  await needBrowser();
  await installPackages();
  await buildNodeParts();
  const wanted = (some) => some.filter((name) => names.includes(name));
  const building = async () => {
    const lint = await inTurn(wanted(['lint']));
    if (names.includes('e2e') || names.includes('scripts')) await buildWeb();
    const rest = await inTurn(wanted(['web', 'scripts']));
    if (names.includes('e2e')) demo = await makeDemo();
    return [...lint, ...rest];
  };
  // Two tracks of about the same length; nothing in either depends on the clock.
  const done = await Promise.all([building(), inTurn(wanted(COMPUTING))]);
  const results = [...done.flat(), ...(await inTurn(wanted(['e2e'])))];
  say('');
  for (const { name, passed, failed, code, seconds } of results)
    say(
      `${name.padEnd(10)} ${passed} passed, ${failed} failed, ${seconds} s${code === 0 ? '' : ' (ended badly)'}`,
    );
  // Repeated at the end, where people look first.
  for (const { name, output } of results)
    for (const line of new Set(output.match(FAILED_TEST))) say(`${name.padEnd(10)} ${line.trim()}`);
  // A part that ended badly without a failed test, or ran none, counts as one failure.
  const bad = results.filter(({ passed, failed, code }) => failed === 0 && (code !== 0 || passed === 0));
  for (const { name, passed } of bad) say(`${name}: ${passed === 0 ? 'ran no test' : 'ended badly'}`);
  const sum = (key) => results.reduce((total, result) => total + result[key], 0);
  const failures = sum('failed') + bad.length + (results.length === 0 ? 1 : 0);
  say(`\n${sum('passed')} passed, ${failures} failed`);
  if (failures > 0) process.exitCode = 1;
});

/** Runs parts one after the other. */
async function inTurn(names) {
  const results = [];
  for (const name of names) {
    say(`\n== ${name}`);
    const began = Date.now();
    const result = await PARTS[name]();
    results.push({ name, ...result, seconds: Math.round((Date.now() - began) / 1000) });
  }
  return results;
}

async function jasmine(part, env = {}, specs = `${part}/dist/**/*.spec.js`) {
  const args = ['--no-install', 'jasmine', specs];
  return counted(await run('npx', args, { capture: true, allowFailure: true, env }), JASMINE, ran);
}

/** Runs work beside a MariaDB of its own, which is gone afterwards. */
async function withDatabase(work, home = mkdtempSync(join(tmpdir(), 'gantelet-test-'))) {
  const database = await startMariadb(home, { everyDatabase: true });
  try {
    return await work(database.environment, home);
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}

/** Loads the demo and fits its lives once; returns the folder of its database, which is not running then. */
async function makeDemo() {
  const home = mkdtempSync(join(tmpdir(), 'gantelet-demo-'));
  const database = await startMariadb(home, { everyDatabase: true });
  try {
    await prepareDatabase(home, database.environment);
  } finally {
    await database.stop();
  }
  return home;
}

/**
 * Does work with a number of copies of a demo, each with devices and a server of its own. All are removed afterwards.
 */
async function withDemos(first, count, work) {
  try {
    return await withCopies(first, count, work);
  } finally {
    rmSync(first, { recursive: true, force: true });
  }
}

async function withCopies(first, count, work, addresses = []) {
  if (addresses.length === count) return work(addresses);
  const home = mkdtempSync(join(tmpdir(), 'gantelet-test-'));
  cpSync(first, home, { recursive: true });
  return withDatabase(async (environment) => {
    const devices = await startDevices(home, environment);
    const server = await startServer(home, devices.environment, 0);
    try {
      return await withCopies(first, count, work, [...addresses, server.address]);
    } finally {
      await server.stop();
      await devices.stop();
    }
  }, home);
}

function ran([, total, failed = 0]) {
  return { passed: Number(total) - Number(failed), failed: Number(failed) };
}

function passedFailed([, passed, failed]) {
  return { passed: Number(passed), failed: Number(failed) };
}

/** Counts by the last line of the kind; no such line means that nothing ran. */
function counted({ code, output }, pattern, read) {
  const last = [...output.matchAll(pattern)].at(-1);
  return { code, output, ...(last ? read(last) : { passed: 0, failed: 0 }) };
}

function countedPlaywright({ code, output }) {
  const number = (word) => Number([...output.matchAll(new RegExp(`(\\d+) ${word}`, 'g'))].at(-1)?.[1] ?? 0);
  return { code, output, passed: number('passed'), failed: number('failed') + number('did not run') };
}
