import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';
import { prepareDatabase, startBroker, startServer } from './lib/server.mjs';

/**
 * A thousand counters at a message a second, with the broker, the server and the database killed in turn: what was
 * acknowledged has to be in the database, once. `npm run bench:counters -- SECONDS` for other than two minutes.
 */
const COUNTERS = 1000;
const SECONDS = Number(process.argv[2] ?? 120);

await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const bench = await import('../bench/counters.mjs');
  const home = mkdtempSync(join(tmpdir(), 'gantelet-counters-'));
  let database = await startMariadb(home);
  let broker, server;
  try {
    await prepareDatabase(home, database.environment);
    broker = await startBroker(home, database.environment);
    const mqttPort = broker.listensOn;
    server = await startServer(home, broker.environment, 0);
    const httpPort = server.listensOn;
    const counters = await bench.registerCounters(database.environment, COUNTERS);
    const load = await bench.startLoad(counters, mqttPort);
    const api = bench.startAsking(server.address);
    const quarter = () => new Promise((resolve) => setTimeout(resolve, (SECONDS * 1000) / 4));

    await quarter();
    const before = await api.soFar();
    say('killing the broker ...');
    broker.child.kill('SIGKILL');
    await broker.ended;
    broker = await startBroker(home, database.environment, mqttPort);
    await quarter();
    say('killing the server ...');
    server.child.kill('SIGKILL');
    await server.ended;
    server = await startServer(home, broker.environment, httpPort);
    await quarter();
    say('killing the database ...');
    database.child.kill('SIGKILL');
    await database.ended;
    database = await startMariadb(home, { port: Number(database.environment.GANTELET_DB_PORT) });
    await quarter();

    const sent = await load.stop();
    const answered = await api.stop();
    const kept = await bench.readKept(database.environment);
    const missing = sent.acknowledged.filter(({ id }) => !kept.ids.has(id)).length;
    say(`${sent.sent} messages sent, ${sent.acknowledged.length} acknowledged, ${kept.rows} rows kept`);
    say(`acknowledged but lost: ${missing}; stored twice: ${kept.rows - kept.ids.size}`);
    say(
      `sent and kept, as a ratio: ${(kept.rows / sent.sent).toFixed(4)}; acknowledged after p50 ${sent.p50} ms, p95 ${sent.p95} ms`,
    );
    say(
      `GET /api/floor meanwhile: p50 ${answered.p50} ms, p95 ${answered.p95} ms, ${answered.lost} of ${answered.asked} lost to the kills`,
    );
    say(`GET /api/floor before the first kill: p50 ${before.p50} ms, p95 ${before.p95} ms`);
    if (missing > 0 || kept.rows !== kept.ids.size)
      throw new Refusal('An acknowledged message was lost or doubled.');
  } finally {
    await server?.stop();
    await broker?.stop();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
