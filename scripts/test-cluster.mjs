import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBalancer } from './lib/balancer.mjs';
import { isReady, killNode, query, startGalera, startNode, stopGalera } from './lib/galera.mjs';
import { needCluster, needDatabase } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/ports.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase, startServer, verifyBook } from './lib/server.mjs';

/**
 * Kills every part of a cluster in turn while people change needles, and looks for what was lost, doubled or refused too
 * long: `npm run test:cluster`, or `npm run test:cluster -- --kills 200 --claims 10000` for a night. Everything is on
 * loopback: three Galera nodes, HAProxy, two servers.
 */

const WRITERS = 6;
const MECHANIC = { signInName: 'tam', password: 'needle-and-hide' };
/** So long a write may be refused when something is killed. */
const REFUSED_AT_MOST_MS = 10_000;
const FROZEN_MS = 8000;
/** A node that was away has so long to come back by itself. */
const BACK_WITHIN_MS = 15_000;
const KINDS = ['node', 'server', 'both servers', 'frozen node', 'balancer', 'node and its records'];

function asked(name, usual) {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : Number(process.argv[at + 1]);
}

await main(async () => {
  await needDatabase();
  await needCluster();
  await installPackages();
  await buildNodeParts();
  const home = mkdtempSync(join(tmpdir(), 'gantelet-cluster-'));
  const parts = { home, galera: null, balancer: null, servers: [], serverPorts: [] };
  const tests = [];
  try {
    await begin(parts);
    tests.push(...(await claimOnTwoNodes(parts, asked('claims', 300))));
    tests.push(...(await killUnderLoad(parts, asked('kills', 12))));
  } finally {
    for (const { server } of parts.servers) await server?.stop();
    await parts.balancer?.stop();
    if (parts.galera) await stopGalera(parts.galera);
    const isGood = tests.length > 1 && tests.every(({ passed }) => passed);
    if (isGood) rmSync(home, { recursive: true, force: true });
    else say(`What the nodes and the balancer logged is in ${home}`);
  }
  say('');
  for (const { name, passed, seen } of tests) say(`${passed ? 'passed' : 'FAILED'}  ${name}: ${seen}`);
  const failed = tests.filter(({ passed }) => !passed).length;
  say(`\n${tests.length - failed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
});

async function begin(parts) {
  say('Three nodes ...');
  parts.galera = await startGalera(parts.home, 3);
  const [first] = parts.galera.nodes;
  await prepareDatabase(parts.home, parts.galera.environmentAt(first.port));
  parts.serverPorts = [await freePort(), await freePort()];
  parts.balancer = await startBalancer(parts.home, parts.galera.nodes, parts.serverPorts);
  await until(async () => (await query(parts.balancer.databasePort, 'SELECT 1')).code === 0);
  for (const port of parts.serverPorts) parts.servers.push({ port, server: await serverOn(parts, port) });
}

function serverOn({ home, galera, balancer }, port) {
  return startServer(home, galera.environmentAt(balancer.databasePort), port, {
    logFile: join(home, `server-${port}.log`),
  });
}

/** Two runners, each on a node of its own, go for the same job again and again: one of them gets it. */
async function claimOnTwoNodes({ galera }, times) {
  const { openDatabase } = await import(join(ROOT, 'server/dist/db/database.js'));
  const { claimJob } = await import(join(ROOT, 'server/dist/jobs/job.store.js'));
  const { newId } = await import(join(ROOT, 'contracts/dist/index.js'));
  const databases = galera.nodes.slice(0, 2).map(({ port }) => openDatabase(configOf(galera, port)));
  const [first] = databases;
  const [{ id: personId }] = (await first.sequelize.query('SELECT id FROM people LIMIT 1'))[0];
  let [twice, nobody] = [0, 0];
  for (let i = 0; i < times; i++) {
    await first.tables.jobs.destroy({ where: {} });
    const row = {
      id: newId(),
      kind: 'fit-lives',
      state: 'queued',
      progress: 0,
      ask: null,
      result: null,
      tries: 0,
    };
    const free = {
      claimedBy: null,
      claimedUntil: null,
      askedAt: new Date(),
      askedById: personId,
      finishedAt: null,
    };
    await first.tables.jobs.create({ ...row, ...free });
    await until(async () => (await databases[1].tables.jobs.count({ where: { id: row.id } })) === 1, 5);
    const got = await Promise.all(
      databases.map((database, n) => claimJob(database, `runner-${n}`, ['fit-lives']).catch(() => null)),
    );
    const runners = got.filter((job) => job !== null).length;
    if (runners > 1) twice++;
    if (runners === 0) nobody++;
  }
  for (const database of databases) await database.close();
  return [
    test(
      'two nodes claim one job',
      twice === 0,
      `${times} times, ${twice} claimed twice, ${nobody} by nobody`,
    ),
  ];
}

function configOf(galera, port) {
  const env = galera.environmentAt(port);
  return {
    ...{ host: env.GANTELET_DB_HOST, port, name: env.GANTELET_DB_NAME },
    ...{ user: env.GANTELET_DB_USER, password: env.GANTELET_DB_PASSWORD },
  };
}

/** People change needles without a pause while parts are killed one after the other. */
async function killUnderLoad(parts, kills) {
  const { TestClient } = await import(join(ROOT, 'server/dist/testing/test-client.js'));
  const { routes, newId } = await import(join(ROOT, 'contracts/dist/index.js'));
  const address = `http://127.0.0.1:${parts.balancer.webPort}`;
  const signedIn = async () => {
    const client = new TestClient(address);
    await until(async () => (await client.call(routes.signIn, { body: MECHANIC })).status === 200);
    return client;
  };
  const clients = [];
  for (let i = 0; i < WRITERS; i++) clients.push(await signedIn());
  const { body: floor } = await clients[0].call(routes.readFloor);
  const machines = floor.zones.flatMap((zone) => zone.machines).filter((machine) => machine.needle);
  const log = { acknowledged: [], faults: [], waits: [], ends: false };
  const writers = clients.map((client, n) =>
    changeNeedles(
      { client, routes, newId, log },
      machines.filter((_, i) => i % WRITERS === n),
    ),
  );
  const before = await countInstalls(parts);
  for (let i = 0; i < kills; i++) await killOne(parts, i, log);
  log.ends = true;
  await Promise.all(writers);
  return found(parts, log, before);
}

/** Changes one needle after the other, each until it is acknowledged. */
async function changeNeedles({ client, routes, newId, log }, machines) {
  const inMachine = new Map(machines.map(({ id, needle }) => [id, needle.installId]));
  for (let i = 0; !log.ends; i++) {
    const machine = machines[i % machines.length];
    const { systemId, nm, pointId, finishId } = machine.needle;
    const key = newId();
    const parts = {
      key,
      params: { machineId: machine.id },
      body: {
        ...{ removesInstallId: inMachine.get(machine.id), cause: 'scheduled', fragments: 'whole' },
        ...{ needle: { systemId, nm, pointId, finishId }, changedAt: new Date().toISOString() },
      },
    };
    const sentAt = Date.now();
    for (;;) {
      const answer = await client
        .call(routes.changeNeedle, parts)
        .catch((error) => ({ status: 0, body: error }));
      if (answer.status === 200) break;
      // No answer, or one of a balancer or server that says to try again.
      if (![0, 502, 503, 504].includes(answer.status)) {
        log.faults.push(`${answer.status} ${JSON.stringify(answer.body)}`);
        say(`  a writer was refused: ${log.faults.at(-1)}`);
        return;
      }
      await pause(100);
    }
    log.waits.push({ at: sentAt, ms: Date.now() - sentAt });
    log.acknowledged.push({ key, machineId: machine.id });
    inMachine.set(machine.id, key);
  }
}

async function killOne(parts, i, log) {
  const { galera, servers, balancer } = parts;
  const kind = KINDS[i % KINDS.length];
  // The node that everybody writes to more often than not: its loss is the one that is noticed.
  const node = i % 4 === 3 ? galera.nodes[(i + 1) % 3] : await nodeInUse(parts);
  const startedAt = Date.now();
  if (kind === 'node' || kind === 'node and its records') {
    await killNode(node);
    if (kind !== 'node') rmSync(join(node.data, 'grastate.dat'), { force: true });
    await pause(3000);
    await startNode(node, galera.nodes);
  } else if (kind === 'frozen node') {
    node.child.kill('SIGSTOP');
    await pause(FROZEN_MS);
    node.child.kill('SIGCONT');
    await pause(2000);
    // A node that was away too long gives its place up for good and says so: a watchdog starts it again.
    if (!(await becomesReady(node))) {
      await killNode(node);
      await startNode(node, galera.nodes);
    }
  } else if (kind === 'balancer') {
    await balancer.stop('SIGKILL');
    balancer.start();
  } else {
    const killed = kind === 'server' ? [servers[i % 2]] : servers;
    for (const { server } of killed) server.child.kill('SIGKILL');
    for (const one of killed) {
      await one.server.ended;
      one.server = await serverOn(parts, one.port);
    }
  }
  await pause(2000);
  const waited = Math.max(0, ...log.waits.filter(({ at, ms }) => at + ms >= startedAt).map(({ ms }) => ms));
  const which = kind.includes('node') ? ` ${node.index + 1}` : '';
  say(
    `  ${i + 1}: ${kind}${which}, ${seconds(Date.now() - startedAt)}, writes waited ${seconds(waited)} at most`,
  );
}

function seconds(ms) {
  return `${(ms / 1000).toFixed(1)} s`;
}

function becomesReady(node) {
  return until(() => isReady(node), 300, BACK_WITHIN_MS).then(
    () => true,
    () => false,
  );
}

/** The node that the balancer sends everybody to. */
async function nodeInUse({ galera, balancer }) {
  let used;
  await until(async () => {
    const { output } = await query(balancer.databasePort, 'SELECT @@port');
    used = galera.nodes.find(({ port }) => String(port) === output.trim());
    return used !== undefined;
  });
  return used;
}

async function countInstalls({ balancer }) {
  const { output } = await query(balancer.databasePort, 'SELECT COUNT(*) FROM gantelet.needle_installs');
  return Number(output.trim());
}

/** What the records hold after it all, beside what was acknowledged. */
async function found(parts, { acknowledged, faults, waits }, before) {
  const { galera, balancer, home } = parts;
  for (const node of galera.nodes) await until(() => isReady(node), 200);
  // Servers seal and tidy up by themselves: what the nodes hold is compared when nobody writes.
  for (const one of parts.servers) await one.server.stop();
  const rows = (await query(balancer.databasePort, 'SELECT id FROM gantelet.needle_installs')).output;
  const kept = new Set(rows.trim().split('\n'));
  const lost = acknowledged.filter(({ key }) => !kept.has(key)).length;
  const doubled = kept.size - before - acknowledged.length + lost;
  const longest = Math.max(0, ...waits.map(({ ms }) => ms));
  const sums = await Promise.all(galera.nodes.map(checksums));
  const book = await verifyBook(home, galera.environmentAt(balancer.databasePort)).then(
    () => '',
    (error) => error.message,
  );
  return [
    test('acknowledged changes are kept', lost === 0, `${acknowledged.length} acknowledged, ${lost} lost`),
    test('no change is there twice', doubled === 0, `${doubled} more rows than acknowledged`),
    test('nothing but 503 is answered', faults.length === 0, faults[0] ?? 'nothing else'),
    test('a write waits at most 10 s', longest <= REFUSED_AT_MOST_MS, `${seconds(longest)} the longest`),
    test(
      'the nodes hold the same',
      new Set(sums).size === 1,
      `${new Set(sums).size} states of ${sums.length} nodes`,
    ),
    test('the book is whole', book === '', book || 'its chain holds'),
  ];
}

/** Checksums of all tables of a node, as one text. */
async function checksums({ port }) {
  const tables = (
    await query(
      port,
      "SELECT CONCAT('gantelet.', table_name) FROM information_schema.tables WHERE table_schema = 'gantelet' ORDER BY 1",
    )
  ).output;
  return (
    await query(
      port,
      `SET SESSION wsrep_sync_wait = 1; CHECKSUM TABLE ${tables.trim().split('\n').join(', ')}`,
    )
  ).output;
}

function test(name, passed, seen) {
  return { name, passed, seen };
}

function pause(ms) {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

async function until(isSo, everyMs = 100, limitMs = 120_000) {
  for (const end = Date.now() + limitMs; !(await isSo().catch(() => false)); await pause(everyMs))
    if (Date.now() > end) throw new Error('waited in vain');
}
