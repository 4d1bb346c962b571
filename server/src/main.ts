import { readFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { pino } from 'pino';
import { RecordBundle, RestoreDrill, Scenario } from '@gantelet/contracts';
import { followBrokerFiles } from './broker/broker-files.js';
import { startBroker } from './broker/broker.js';
import { startIngester } from './broker/ingester.js';
import { configFrom, isLoopback, whyNotListen } from './config.js';
import { openDatabase, type Database } from './db/database.js';
import { migrate } from './db/migrate.js';
import { sealHistory, startSealing, verifyBook } from './features/book/index.js';
import { noteBackup, noteRestoreDrill } from './features/safekeeping/index.js';
import { holdsDemo } from './features/shop/index.js';
import { startRollUps } from './features/counter/index.js';
import { messageSender, startMessages } from './features/message/index.js';
import { fitLives, startNightlyFits } from './features/life/index.js';
import { planRoundsWork } from './features/rounds/index.js';
import { createApp } from './app.js';
import { sealUnder } from './http/seal.js';
import type { Going } from './jobs/every.js';
import { startPruning } from './jobs/prune.js';
import { startJobRunner } from './jobs/job-runner.js';
import { fitAndPlan } from './scenario/first-plan.js';
import { loadScenario } from './scenario/load-scenario.js';
import { takeInBundle } from './scenario/take-in-bundle.js';

const STOP_WITHIN_MS = 2000;
/** Longer than proxies keep an idle connection open: the server must not be the one to close it under a request. */
const IDLE_CONNECTION_MS = 75_000;
const USAGE =
  'usage: main.js migrate [down] | state | verify-book | check-restored | note-backup [sealed] | note-drill JSON | load SCENARIO.json | take-in BUNDLE.json | serve | broker | ingest | broker-files FOLDER';

const config = configFrom(process.env);
const [command, file] = process.argv.slice(2);

if (command === 'migrate') await migrated(file === 'down' ? 'down' : 'up');
else if (command === 'state') await state();
else if (command === 'verify-book') await verified();
else if (command === 'check-restored') await checkRestored();
else if (command === 'note-backup') await backedUp(file === 'sealed');
else if (command === 'note-drill' && file !== undefined) await drilled(file);
else if (command === 'load' && file !== undefined) await load(file);
else if (command === 'take-in' && file !== undefined) await takeIn(file);
else if (command === 'serve') await serve();
else if (command === 'broker') await broker();
else if (command === 'ingest') await ingest();
else if (command === 'broker-files' && file !== undefined) keepBrokerFiles(file);
else {
  console.error(USAGE);
  process.exitCode = 2;
}

async function migrated(direction: 'up' | 'down'): Promise<void> {
  const names = await migrate(config.database, direction);
  if (names.length === 0) console.log('The database is up to date.');
  else console.log(`${direction === 'up' ? 'Migrated' : 'Taken back'}: ${names.join(', ')}.`);
}

/** Prints what the database holds: a script uses it to decide what to load and what to say. */
async function state(): Promise<void> {
  const database = openDatabase(config.database);
  const isDemo = await holdsDemo(database);
  console.log(isDemo === null ? 'empty' : isDemo ? 'holds the demo' : 'holds a shop');
  await database.close();
}

/** Verifies the chain of the book, and fails if it is broken. */
async function verified(): Promise<void> {
  const database = openDatabase(config.database);
  const found = await verifyBook({ database, seal: sealUnder(config.sessionSecret) });
  await database.close();
  if (found.outcome === 'whole')
    console.log(`The book is whole: ${found.entries} entries, last seal ${found.seal}.`);
  else {
    console.error(`The book is broken at place ${found.place}: ${found.why}.`);
    process.exitCode = 1;
  }
}

/** Brings a restored database up to date, and verifies its book. */
async function checkRestored(): Promise<void> {
  await migrated('up');
  const database = openDatabase(config.database);
  // Entries of its last seconds were not sealed yet, and another works' servers would not know their marks.
  await database.transaction((tx) => sealHistory(database, tx));
  await database.close();
  await verified();
}

/** Records that a backup has just been made. */
async function backedUp(sealed: boolean): Promise<void> {
  const database = openDatabase(config.database);
  await noteBackup(database, new Date(), sealed);
  await database.close();
}

/** Records that restoring a backup was tried. */
async function drilled(json: string): Promise<void> {
  const database = openDatabase(config.database);
  await noteRestoreDrill(database, new Date(), RestoreDrill.parse(JSON.parse(json)));
  await database.close();
}

async function load(path: string): Promise<void> {
  const database = openDatabase(config.database);
  const scenario = Scenario.parse(JSON.parse(await readFile(path, 'utf8')));
  const now = new Date();
  const loaded = await loadScenario(database, scenario, now);
  if (loaded) await fitAndPlan(database, now, pino({ level: config.logLevel }));
  console.log(
    loaded ? `Loaded ${scenario.shop.name}.` : 'The database already holds a shop; nothing loaded.',
  );
  await database.close();
}

/** Starts an empty works with another's records, and prints how its leads sign in. */
async function takeIn(path: string): Promise<void> {
  const database = openDatabase(config.database);
  const said = await bundleIn(path)
    .then((bundle) => takeInBundle(database, bundle, new Date()).then((codes) => ({ bundle, codes })))
    .catch((error: unknown) => {
      console.error(error instanceof Error ? error.message : error);
      return null;
    });
  if (said === null) {
    await database.close();
    process.exitCode = 1;
    return;
  }
  const { bundle, codes } = said;
  console.log(`Taken in: ${bundle.works}, as it was at ${bundle.madeAt}. Leads sign in by code, once:`);
  for (const { person, code } of codes) console.log(`  ${person.signInName.padEnd(20)} ${code}`);
  await database.close();
}

/** @throws Error in a sentence for a file that is no bundle */
async function bundleIn(path: string): Promise<RecordBundle> {
  try {
    return RecordBundle.parse(JSON.parse(await readFile(path, 'utf8')));
  } catch {
    throw new Error(`${path} is not a file of records that this version can read. Nothing was changed.`);
  }
}

/** Serves until told to stop or its parent is gone, then lets open requests end. Tells a parent its port. */
async function serve(): Promise<void> {
  const database = openDatabase(config.database);
  // Checked only where it matters: a server on loopback starts whatever state the database is in.
  const why = isLoopback(config) ? null : whyNotListen(config, (await holdsDemo(database)) ?? false);
  if (why !== null) {
    await database.close();
    console.error(why);
    process.exit(1);
  }
  const log = pino({ level: config.logLevel });
  const app = createApp({ config, database, log });
  const jobs = startJobRunner(
    database,
    { 'fit-lives': fitLives(() => new Date()), 'plan-rounds': planRoundsWork(() => new Date()) },
    log,
  );
  // Where an external broker takes the counts in, its ingester also adds them to the hours, and requests here need
  // not wait for that.
  const rollUps = config.broker ? null : startRollUps(database, config.readingsDays, log);
  const sealing = startSealing({ database, seal: sealUnder(config.sessionSecret) }, log);
  const pruning = startPruning(database, log);
  const fits = startNightlyFits(database, log);
  const sender = messageSender(config);
  const messages = startMessages(database, sender, log);
  const server = config.tls
    ? createSecureServer(
        { cert: readFileSync(config.tls.certFile), key: readFileSync(config.tls.keyFile) },
        app.express,
      )
    : createServer(app.express);
  server.keepAliveTimeout = IDLE_CONNECTION_MS;
  server.once('error', (error) => {
    console.error(`Cannot listen at ${config.host}, port ${config.port}: ${error.message}`);
    process.exit(1);
  });
  server.listen(config.port, config.host, () => {
    const address = server.address();
    if (typeof address === 'object') process.send?.({ listening: address?.port });
  });
  whenToldToStop(() => {
    app.stop();
    pruning.stop();
    fits.stop();
    const jobsStopped = Promise.all([jobs.stop(), rollUps?.stop(), sealing.stop(), messages.stop()]);
    server.close(() => {
      void jobsStopped.then(async () => {
        await database.close();
        if (process.connected) process.disconnect();
      });
    });
    server.closeIdleConnections();
    // Browsers that are watching are told to go at once; whatever still hangs after a while is cut off.
    setTimeout(() => server.closeAllConnections(), STOP_WITHIN_MS).unref();
  });
}

/** Runs the broker for devices until told to stop or its parent is gone. Tells a parent its port. */
async function broker(): Promise<void> {
  if (!config.mqtt) throw new Error('Environment: GANTELET_MQTT_PORT is missing');
  const database = openDatabase(config.database);
  const log = pino({ level: config.logLevel });
  const running = await startBroker(database, config.mqtt);
  const rollUps = startRollUps(database, config.readingsDays, log);
  process.send?.({ listening: running.port });
  stopWhenTold(database, running, rollUps);
}

/** Takes in what counters send over an external broker, until told to stop or its parent is gone. */
async function ingest(): Promise<void> {
  if (!config.broker) throw new Error('Environment: GANTELET_BROKER is missing');
  const database = openDatabase(config.database);
  const log = pino({ level: config.logLevel });
  const running = startIngester(database, config.broker, config.ingester, log);
  const rollUps = startRollUps(database, config.readingsDays, log);
  stopWhenTold(database, running, rollUps);
  await running.ready;
  process.send?.({ listening: 0 });
}

/** Keeps the files of an external broker in step with the devices, until told to stop or its parent is gone. */
function keepBrokerFiles(folder: string): void {
  if (!config.broker) throw new Error('Environment: GANTELET_BROKER is missing');
  const database = openDatabase(config.database);
  const following = followBrokerFiles(
    database,
    config.broker.secret,
    folder,
    pino({ level: config.logLevel }),
  );
  stopWhenTold(database, following);
}

/** Stops background work, and then closes the database. */
function stopWhenTold(database: Database, ...goings: readonly Going[]): void {
  whenToldToStop(() => {
    void Promise.all(goings.map((going) => going.stop())).then(async () => {
      await database.close();
      if (process.connected) process.disconnect();
    });
  });
}

function whenToldToStop(stop: () => void): void {
  let stopping = false;
  for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) {
    process.once(signal, () => {
      if (stopping) return;
      stopping = true;
      stop();
    });
  }
}
