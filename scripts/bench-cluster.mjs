import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { environmentOf, startCluster } from './cluster/parts.mjs';
import { pause } from './lib/wait.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { needCluster, needDatabase } from './lib/packages.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase, startBroker, startServer } from './lib/server.mjs';

/**
 * A thousand counters at a message a second beside fifty people who click every ten seconds, on one machine as with
 * `npm start` and on a cluster, both on this machine and in the same run: `npm run bench:cluster -- SECONDS` for
 * other than a minute.
 */
const COUNTERS = 1000;
const CLICK_EVERY_MS = 10_000 / 50;
const SECONDS = Number(process.argv[2] ?? 60);
/** How many clients ask without a pause in the throughput test, and for how long. */
const AT_ONCE = 8;
const COUNTED_S = 15;
const READS = 1000;

await main(async () => {
  await needDatabase();
  await needCluster();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const one = await within(startOne, measured);
  const many = await within(startCluster, measured);
  say('\nThe cluster beside one machine:');
  const ratio = (key) => (many[key] / one[key]).toFixed(2);
  say(
    `GET /api/floor, p50 ${ratio('p50')} times, p95 ${ratio('p95')} times; answered a second ${ratio('perSecond')} times`,
  );
  say(`a count acknowledged, p50 ${ratio('countP50')} times, p95 ${ratio('countP95')} times`);
  say(
    `two servers on one machine beside one: ${(one.perSecondOfTwo / one.perSecond).toFixed(2)} times as many answers a second`,
  );
  say(
    `a read that waits for what was committed anywhere beside one that does not: ${many.waitedRatio.toFixed(2)} times`,
  );
  if (one.lost + many.lost > 0) throw new Refusal('An acknowledged count was lost.');
});

async function within(start, work) {
  const home = mkdtempSync(join(tmpdir(), 'gantelet-bench-'));
  try {
    const running = await start(home);
    try {
      return await work(running);
    } finally {
      await running.stop();
    }
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
}

async function startOne(home) {
  const database = await startMariadb(home);
  await prepareDatabase(home, database.environment);
  const broker = await startBroker(home, database.environment);
  const server = await startServer(home, broker.environment, 0);
  const stop = async () => {
    await server.stop();
    await broker.stop();
    await database.stop();
  };
  return {
    address: server.address,
    devicePort: broker.listensOn,
    env: database.environment,
    name: 'One machine',
    startAnother: () => startServer(home, broker.environment, 0),
    stop,
  };
}

async function measured(running) {
  const bench = await import('../bench/counters.mjs');
  const { databaseSizes } = await import('../bench/sizes.mjs');
  const { address, devicePort, env, name } = reachOf(running);
  const perSecond = await answeredPerSecond([address]);
  const perSecondOfTwo = await answeredByTwo(running, address);
  const counters = await bench.registerCounters(env, COUNTERS);
  const load = await bench.startLoad(counters, devicePort);
  // All have arrived by then.
  await pause(10_000);
  const people = bench.startAsking(address, CLICK_EVERY_MS);
  await pause(SECONDS * 1000);
  const waitedRatio = running.galera ? await waitedBesideNot(env) : 1;
  const clicked = await people.stop();
  const sent = await load.stop();
  await pause(5000);
  const kept = await bench.readKept(env);
  const lost = sent.acknowledged.filter(({ id }) => !kept.ids.has(id)).length;
  say(`\n${name}`);
  say(
    `GET /api/floor beside ${COUNTERS} counters: p50 ${clicked.p50} ms, p95 ${clicked.p95} ms, ${clicked.lost} of ${clicked.asked} lost`,
  );
  say(`GET /api/floor without them, ${AT_ONCE} at once: ${perSecond.toFixed(0)} a second`);
  say(
    `counts: ${sent.sent} sent, ${sent.acknowledged.length} acknowledged after p50 ${sent.p50} ms, p95 ${sent.p95} ms, ${lost} of them lost, ${kept.rows - kept.ids.size} kept twice`,
  );
  for (const { table, rows, bytes } of await databaseSizes(env, [
    'counter_readings',
    'counter_hours',
    'book_entries',
  ]))
    say(`${table}: ${rows} rows of ${bytes} bytes each, indexes among them`);
  return {
    ...clicked,
    ...{ perSecond, perSecondOfTwo, waitedRatio, countP50: sent.p50, countP95: sent.p95, lost },
  };
}

/** Requests a second that the servers answer when asked without a pause. */
async function answeredPerSecond(addresses) {
  const bench = await import('../bench/counters.mjs');
  const askers = addresses.map((address) => bench.startAsking(address, 0, AT_ONCE / addresses.length));
  await pause(COUNTED_S * 1000);
  const said = await Promise.all(askers.map((asker) => asker.stop()));
  return said.reduce((sum, { answered }) => sum + answered, 0) / COUNTED_S;
}

/** The same for two servers on one machine, each a process of its own. */
async function answeredByTwo({ startAnother }, address) {
  if (!startAnother) return 0;
  const other = await startAnother();
  try {
    return await answeredPerSecond([address, other.address]);
  } finally {
    await other.stop();
  }
}

/** How much longer a read takes that first waits for everything committed on any node, under the same load. */
async function waitedBesideNot(env) {
  const { connectTo, timesOf } = await import('../bench/reach.mjs');
  const { quantile } = await import('../bench/quantile.mjs');
  const db = await connectTo(env);
  const p50 = async (wait) => {
    await db.query(`SET SESSION wsrep_sync_wait = ${wait}`);
    return quantile(await timesOf(() => db.query('SELECT COUNT(*) FROM machines'), READS), 0.5);
  };
  const [without, waited] = [await p50(0), await p50(1)];
  await db.end();
  return waited / without;
}

/** Where people and counters connect. */
function reachOf(running) {
  if (running.address) return running;
  const { balancer, broker } = running;
  const address = `http://127.0.0.1:${balancer.webPort}`;
  return { address, devicePort: broker.devicePort, env: environmentOf(running), name: 'A cluster' };
}
