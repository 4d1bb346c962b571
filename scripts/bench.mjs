import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { quantile } from '../bench/quantile.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { needBrowser, needDatabase } from './lib/packages.mjs';
import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase, startServer } from './lib/server.mjs';

/** A works far larger than the demo. */
const LARGE = { machines: 2000, needlesEach: 120 };

/** Times compared with a named baseline from the same run, as ratios. Nothing here passes or fails by time. */
await main(async () => {
  await needDatabase();
  await needBrowser();
  await installPackages();
  await buildNodeParts();
  await buildWeb();
  const { inBrowser } = await import('../bench/in-browser.mjs');
  const { benchApi } = await import('../bench/api.mjs');
  const { benchFloorDraw } = await import('../bench/floor-draw.mjs');
  const { benchLargeFloor, growWorks } = await import('../bench/large-works.mjs');

  const match = await inBrowser('match.mjs', 'benchMatch');
  say(`\nIn headless Chromium: rank every needle for one stack and thread (${match.needles} fit)`);
  line('naive full evaluation (baseline)', match.naiveNeedles);
  line('rankNeedles', match.rankNeedles, match.naiveNeedles);
  say(`\nIn headless Chromium: rank every thread with every needle (${match.threads} combinations)`);
  line('naive full evaluation (baseline)', match.naiveThreads);
  line('rankThreads', match.rankThreads, match.naiveThreads);

  const home = mkdtempSync(join(tmpdir(), 'gantelet-bench-'));
  const database = await startMariadb(home);
  try {
    await prepareDatabase(home, database.environment);
    const api = await withServer(home, database, (address) => benchApi(address, database.environment));
    say('\nAll machines with zone, systems, plates and dial, signed in');
    line('straight to MariaDB (baseline)', api.direct);
    line('GET /api/machines', api.overHttp, api.direct);
    const needles = await growWorks(database.environment, LARGE.machines, LARGE.needlesEach);
    const { floor, drawn } = await withServer(home, database, async (address) => ({
      floor: await benchLargeFloor(address, database.environment),
      drawn: await benchFloorDraw(address, LARGE.machines),
    }));
    say(`\nThe floor of ${LARGE.machines} machines with ${needles} needles of three years`);
    line('machines straight from MariaDB (baseline)', floor.direct);
    line('GET /api/floor', floor.overHttp, floor.direct);
    for (const [room, times] of floor.rooms) line(`GET /api/${room}`, times, floor.direct);
    say('Drawn in headless Chromium, opened again each time, from the answer on');
    line('its cards copied by the browser (baseline)', drawn.copied);
    line('what is in sight', drawn.inSight, drawn.copied);
    line('every machine', drawn.whole, drawn.copied);
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});

async function withServer(home, database, work) {
  const server = await startServer(home, database.environment, 0);
  try {
    return await work(server.address);
  } finally {
    await server.stop();
  }
}

function line(name, times, base) {
  const ms = (q, of = times) => quantile(of, q);
  const ratio = base
    ? `  ratio p50 ${(ms(0.5) / ms(0.5, base)).toFixed(3)}, p95 ${(ms(0.95) / ms(0.95, base)).toFixed(3)}`
    : '';
  say(`${name.padEnd(34)} p50 ${ms(0.5).toFixed(3)} ms  p95 ${ms(0.95).toFixed(3)} ms${ratio}`);
}
