import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { writeReport } from './lib/report.mjs';
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
  await writeReport('fault-finder.md', await benchFaults(FAULTS, say));
});
