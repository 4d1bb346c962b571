import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { claimOnTwoNodes } from './cluster/claims.mjs';
import { askForFits } from './cluster/fits.mjs';
import { KILLS, nodeInUse, startFallen } from './cluster/kills.mjs';
import { environmentOf, startCluster } from './cluster/parts.mjs';
import { changeNeedles } from './cluster/people.mjs';
import { pause, until } from './lib/wait.mjs';
import { isReady, query } from './lib/galera.mjs';
import { needCluster, needDatabase } from './lib/packages.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { verifyBook } from './lib/server.mjs';

/**
 * Kills every part of a cluster in turn while people change needles and request fits and counters count, and checks
 * for anything lost, duplicated or refused too long: `npm run test:cluster`, or `npm run test:cluster -- --kills 200
 * --claims 10000` overnight. Everything is on loopback: three Galera nodes, HAProxy, Mosquitto, two servers, two
 * ingesters.
 */

const PEOPLE = 6;
const COUNTERS = 60;
/** How long a write may be refused when something is killed. */
const REFUSED_AT_MOST_MS = 10_000;
/** What a broker had not saved when it was killed is gone; it saves every second. */
const BROKER_FORGETS_MS = 3000;
/** By then the other nodes have what one was told last. */
const SAME_WITHIN_MS = 30_000;
/** Counts that no ingester has received by then are lost. */
const TAKEN_IN_WITHIN_MS = 60_000;

await main(async () => {
  await needDatabase();
  await needCluster();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const home = mkdtempSync(join(tmpdir(), 'gantelet-cluster-'));
  const parts = await startCluster(home);
  const tests = [];
  try {
    const claims = asked('claims', 1000);
    for (const one of parts.servers) await one.process.stop();
    const { twice, nobody, late } = await claimOnTwoNodes(parts, claims);
    for (const one of parts.servers) one.process = await one.start();
    const seen = `${claims} jobs, ${twice} done twice, ${nobody} by nobody, ${late} when a lease was over`;
    tests.push(test('two nodes claim the same jobs', twice + nobody === 0, seen));
    say(`  two nodes claim the same jobs: ${seen}`);
    tests.push(...(await killUnderLoad(parts, asked('kills', Object.keys(KILLS).length))));
  } finally {
    await parts.stop();
    if (tests.length > 1 && tests.every(({ passed }) => passed))
      rmSync(home, { recursive: true, force: true });
    else say(`What the parts logged is in ${home}`);
  }
  say('');
  for (const { name, passed, seen } of tests) say(`${passed ? 'passed' : 'FAILED'}  ${name}: ${seen}`);
  const failed = tests.filter(({ passed }) => !passed).length;
  say(`\n${tests.length - failed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
});

function asked(name, usual) {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? usual : Number(process.argv[at + 1]);
}

/** People change needles and counters count without a pause while parts are killed one after the other. */
async function killUnderLoad(parts, kills) {
  const bench = await import('../bench/counters.mjs');
  const counters = await bench.registerCounters(environmentOf(parts), COUNTERS);
  const counting = await bench.startLoad(counters, parts.broker.devicePort);
  const before = await countInstalls(parts);
  const brokerKilledAt = [];
  let people;
  let fits;
  let counted;
  try {
    people = await changeNeedles(`http://127.0.0.1:${parts.balancer.webPort}`, PEOPLE);
    fits = await askForFits(parts);
    for (let i = 0; i < kills; i++) {
      await fits.ask();
      const { kind, startedAt } = await killOne(parts, i, people.log);
      if (kind === 'broker') brokerKilledAt.push(startedAt);
    }
    await people.end();
  } finally {
    people?.giveUp();
    counted = await counting.stop();
  }
  for (const node of parts.galera.nodes) await until(() => isReady(node), 200);
  const counts = await findCounts(parts, counted, brokerKilledAt);
  const jobs = await findFits(fits);
  // Servers seal and tidy up by themselves: the nodes are compared when nobody writes.
  for (const one of [...parts.servers, ...parts.ingesters]) await one.process.stop();
  return [...(await findChanges(parts, people.log, before)), ...counts, jobs, ...(await findSame(parts))];
}

async function killOne(parts, i, { waits }) {
  for (const { index } of await startFallen(parts)) say(`  node ${index + 1} had ended by itself`);
  const kinds = Object.keys(KILLS);
  const kind = kinds[i % kinds.length];
  const node = i % 4 === 3 ? parts.galera.nodes[(i + 1) % 3] : await nodeInUse(parts);
  const startedAt = Date.now();
  await KILLS[kind](parts, node, Math.floor(i / kinds.length));
  await pause(2000);
  const waited = Math.max(0, ...waits.filter(({ at, ms }) => at + ms >= startedAt).map(({ ms }) => ms));
  const which = kind.includes('node') ? ` (${node.index + 1})` : '';
  say(
    `  ${i + 1}: ${kind}${which}, ${seconds(Date.now() - startedAt)}, writes waited ${seconds(waited)} at most`,
  );
  return { kind, startedAt };
}

function seconds(ms) {
  return `${(ms / 1000).toFixed(1)} s`;
}

async function countInstalls({ balancer }) {
  const { output } = await query(balancer.databasePort, 'SELECT COUNT(*) FROM gantelet.needle_installs');
  return Number(output.trim());
}

/** The changes in the records, compared with those acknowledged. */
async function findChanges({ balancer }, { acknowledged, faults, waits }, before) {
  const rows = (await query(balancer.databasePort, 'SELECT id FROM gantelet.needle_installs')).output;
  const kept = new Set(rows.trim().split('\n'));
  const lost = acknowledged.filter((key) => !kept.has(key)).length;
  const doubled = kept.size - before - acknowledged.length + lost;
  const longest = Math.max(0, ...waits.map(({ ms }) => ms));
  return [
    test('acknowledged changes are kept', lost === 0, `${acknowledged.length} acknowledged, ${lost} lost`),
    test('no change is there twice', doubled === 0, `${doubled} more rows than acknowledged`),
    test('nothing but 503 is answered', faults.length === 0, faults[0] ?? 'nothing else'),
    test('a write waits at most 10 s', longest <= REFUSED_AT_MOST_MS, `${seconds(longest)} the longest`),
  ];
}

/**
 * The counts in the records. Of what the broker acknowledged only a kill of the broker itself may lose something, and
 * even then no total: later ones of the same counter include it.
 */
async function findCounts(parts, { acknowledged }, brokerKilledAt) {
  const bench = await import('../bench/counters.mjs');
  let kept = { rows: -1, ids: new Set() };
  let missing = acknowledged;
  for (const end = Date.now() + TAKEN_IN_WITHIN_MS; missing.length > 0 && Date.now() < end;) {
    const now = await bench.readKept(environmentOf(parts));
    missing = acknowledged.filter(({ id }) => !now.ids.has(id));
    if (now.rows === kept.rows) break;
    kept = now;
    await pause(3000);
  }
  const byBroker = ({ at }) => brokerKilledAt.some((killedAt) => Math.abs(killedAt - at) < BROKER_FORGETS_MS);
  const lost = missing.filter((one) => !byBroker(one));
  const [last, highest] = [lastOf(acknowledged.map(({ id }) => id)), lastOf([...kept.ids])];
  const behind = [...last].filter(([id, seq]) => (highest.get(id) ?? -1) < seq).length;
  const seen = `${acknowledged.length} acknowledged, ${lost.length} lost, ${missing.length - lost.length} with the broker`;
  return [
    test('acknowledged counts are kept', lost.length === 0 && acknowledged.length > 0, seen),
    test('no count is there twice', kept.rows === kept.ids.size, `${kept.rows - kept.ids.size} twice`),
    test('no total is lost', behind === 0, `${behind} of ${last.size} counters behind`),
  ];
}

async function findFits(fits) {
  const { asked, done, givenUp, open, twice } = await fits.ended();
  const seen = `${asked} asked for, ${done} done, ${givenUp} given up after three servers, ${open} left open, ${twice} done twice`;
  return test('each fit is done once', twice + open === 0 && done > 0, seen);
}

/** The highest number of each counter among messages written as `counter seq`. */
function lastOf(ids) {
  const last = new Map();
  for (const one of ids) {
    const [id, seq] = one.split(' ');
    last.set(id, Math.max(last.get(id) ?? -1, Number(seq)));
  }
  return last;
}

async function findSame(parts) {
  const { galera, home } = parts;
  let differ = [];
  const isSame = async () => (differ = await differing(galera)).length === 0;
  await until(isSame, 1000, SAME_WITHIN_MS).catch(() => undefined);
  const book = await verifyBook(home, environmentOf(parts)).then(
    (whole) => (whole ? '' : 'its chain is broken'),
    (error) => error.message,
  );
  return [
    test('the nodes hold the same', differ.length === 0, differ.join(', ') || 'every table the same'),
    test('the book is whole', book === '', book || 'its chain holds'),
  ];
}

/** Tables that differ between nodes, with the first node's content. */
async function differing({ nodes }) {
  const [first, ...others] = await Promise.all(nodes.map(checksums));
  if (first.length === 0) return ['no answer'];
  return first.filter((line, i) => others.some((lines) => lines[i] !== line));
}

/** The checksum of each table of a node, one per line; nothing for one that does not answer. */
async function checksums({ port }) {
  const tables = (
    await query(
      port,
      "SELECT CONCAT('gantelet.', table_name) FROM information_schema.tables WHERE table_schema = 'gantelet' ORDER BY 1",
    )
  ).output.trim();
  if (tables === '') return [];
  const { output } = await query(port, `CHECKSUM TABLE ${tables.split('\n').join(', ')}`);
  return output.trim().split('\n');
}

function test(name, passed, seen) {
  return { name, passed, seen };
}
