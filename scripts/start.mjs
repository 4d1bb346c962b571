import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HOME, OWN_SHOP } from './lib/home.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { isFree } from './lib/ports.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { isRunning } from './lib/with-database.mjs';
import { afterCutShort } from './lib/restore.mjs';
import { keepRunning } from './lib/keep-running.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase, startBroker, startServer, startStandIns } from './lib/server.mjs';

/** From a machine with only Node.js to the running application. Needs no package until it has installed them. */

const RUNNING = join(HOME, 'start.pid');
/** A file with the records of a works to start with: `npm start -- --shop --from FILE`. */
const FROM = process.argv.includes('--from') ? process.argv[process.argv.indexOf('--from') + 1] : undefined;
const USUAL_PORT = 8420;
const USUAL_MQTT_PORT = 8450;
const PORTS_TRIED = 20;

await main(async () => {
  claimHome();
  const stops = [() => rmSync(RUNNING, { force: true })];
  let stopping = false;
  const stopAll = once(async () => {
    stopping = true;
    for (const stop of stops.reverse()) await stop();
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      say('\nStopping ...');
      void stopAll().then(() => process.exit());
    });
  }
  try {
    await needDatabase();
    await installPackages();
    await buildNodeParts();
    await buildWeb();
    const port = await choosePort('GANTELET_PORT', USUAL_PORT);
    const mqttPort = await fixedPort('GANTELET_MQTT_PORT', USUAL_MQTT_PORT, 'gauges, scales and counters');
    const database = await startMariadb(HOME, { keepsChanges: OWN_SHOP });
    stops.push(database.stop);
    const holds = await prepareDatabase(HOME, database.environment, { ownShop: OWN_SHOP, from: FROM });
    const cutShort = afterCutShort(HOME, holds);
    if (cutShort !== null) say(cutShort);
    const isDemo = holds === 'holds the demo';
    const firstCode = holds === 'empty' ? randomBytes(5).toString('hex').toUpperCase() : null;
    const kept = async (name, start) => {
      const running = await keepRunning(name, start);
      stops.push(running.stop);
      return running;
    };
    const { environment } = await kept('broker', () => startBroker(HOME, database.environment, mqttPort));
    if (isDemo) await kept('stand-ins of the demo', () => startStandIns(environment));
    const withCode = firstCode === null ? environment : { ...environment, GANTELET_FIRST_CODE: firstCode };
    const server = await kept('server', () => startServer(HOME, withCode, port));
    writeFileSync(RUNNING, `${process.pid} ${server.address}`);
    await greet(server.address, mqttPort, { isDemo, firstCode });
    await database.ended;
    if (!stopping) throw new Refusal('The database ended by itself. The rest is stopped; start again.');
  } finally {
    await stopAll();
  }
});

/** Only one start at a time works on a data directory. */
function claimHome() {
  mkdirSync(HOME, { recursive: true, mode: 0o700 });
  if (existsSync(RUNNING)) {
    const [pid, address = 'an address it has not said yet'] = readFileSync(RUNNING, 'utf8').split(' ');
    if (isRunning(HOME))
      throw new Refusal(`Gantelet already runs at ${address} (process ${pid}). Stop that one first.`);
  }
  writeFileSync(RUNNING, String(process.pid));
}

/** The port given by a variable, or the usual one, or the next free one after it. */
async function choosePort(variable, usual) {
  if (process.env[variable] !== undefined) return fixedPort(variable, usual, 'the application');
  for (let port = usual; port < usual + PORTS_TRIED; port++) {
    if (await isFree(port)) {
      if (port !== usual) say(`Port ${usual} is taken: using ${port}.`);
      return port;
    }
  }
  throw new Refusal(
    `Ports ${usual} to ${usual + PORTS_TRIED - 1} are all taken. Set ${variable} to a free one.`,
  );
}

/** The port given by a variable, or the usual one, and no other: its clients are configured for it. */
async function fixedPort(variable, usual, users) {
  const asked = process.env[variable] ?? String(usual);
  const port = Number(asked);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Refusal(`${variable} is "${asked}"; allowed: 1 to 65535.`);
  if (!(await isFree(port)))
    throw new Refusal(
      `Port ${port}, for ${users}, is taken by another program. End that one, or set ${variable} to a free port.`,
    );
  return port;
}

async function greet(address, mqttPort, { isDemo, firstCode }) {
  const lines = [`\nGantelet is at ${address}`, `Gauges and scales speak MQTT to 127.0.0.1:${mqttPort}`];
  if (firstCode !== null)
    lines.push(
      '\nThis works is empty. Open the address, and set it up with this code. It is good until the works is set up or',
      `Gantelet is stopped:\n\n  ${firstCode}\n\nData is kept in ${HOME}`,
    );
  if (isDemo) {
    const { DEMO_PEOPLE } = await import(join(ROOT, 'demo', 'dist', 'index.js'));
    const rows = DEMO_PEOPLE.map((p) => `  ${p.signInName.padEnd(7)} ${p.password.padEnd(20)} ${p.role}`);
    lines.push(`\nDemo sign-ins (name, password, role):\n${rows.join('\n')}`);
    lines.push('\nFor a shop of your own: npm start -- --shop');
  }
  say([...lines, '\nCtrl-C stops it and its database.'].join('\n'));
}

function once(work) {
  let done;
  return () => (done ??= work());
}
