import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { run } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

/**
 * The fault finder compared with other policies, on hidden faults drawn from its own tables; into
 * docs/fault-finder.md.
 */
const FAULTS = Number(process.argv[2] ?? 10_000);

await main(async () => {
  await installPackages();
  await buildNodeParts();
  const { benchFaults } = await import('../bench/faults.mjs');
  const file = join(ROOT, 'docs', 'fault-finder.md');
  writeFileSync(file, await benchFaults(FAULTS, say));
  await run('npx', ['--no-install', 'prettier', '--write', file], { quiet: true });
  say(`Written to ${file}`);
});
