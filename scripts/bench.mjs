import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startMariadb } from './lib/mariadb.mjs';
import { needDatabase } from './lib/packages.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';
import { prepareDatabase, startServer } from './lib/server.mjs';

/** Times beside a named baseline of the same run, as ratios. Nothing here passes or fails by time. */
await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  const { benchMatch, quantile } = await import('../bench/match.mjs');
  const { benchApi } = await import('../bench/api.mjs');
  const line = (name, times, base) =>
    say(
      `${name.padEnd(34)} p50 ${quantile(times, 0.5).toFixed(3)} ms  p95 ${quantile(times, 0.95).toFixed(3)} ms` +
        (base
          ? `  ratio p50 ${(quantile(times, 0.5) / quantile(base, 0.5)).toFixed(2)}, p95 ${(quantile(times, 0.95) / quantile(base, 0.95)).toFixed(2)}`
          : ''),
    );

  const match = benchMatch();
  say(`\nRank the whole catalogue for one stack and thread (${match.combinations} needles fit)`);
  line('naive full evaluation (baseline)', match.naive);
  line('rankNeedles', match.own, match.naive);

  const home = mkdtempSync(join(tmpdir(), 'gantelet-bench-'));
  const database = await startMariadb(home);
  try {
    await prepareDatabase(home, database.environment);
    const server = await startServer(home, database.environment, 0);
    const api = await benchApi(server.address, database.environment);
    say('\nAll machines with zone and systems, signed in');
    line('straight to MariaDB (baseline)', api.direct);
    line('GET /api/machines', api.overHttp, api.direct);
    await server.stop();
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
