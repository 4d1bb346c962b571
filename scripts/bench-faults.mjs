import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { run } from './lib/run.mjs';
import { main, say } from './lib/say.mjs';

/** The fault finder beside other ways, on hidden faults drawn from its own tables; into docs/fault-finder.md. */
const FAULTS = Number(process.argv[2] ?? 10_000);
const POLICIES = ['finder', 'no evidence', 'fixed order'];

await main(async () => {
  await installPackages();
  await buildNodeParts();
  const { randomLcg } = await import('d3-random');
  const { followFault, hiddenFault } = await import(join(ROOT, 'core/dist/testing/fault-simulation.js'));
  const found = POLICIES.map((policy) => {
    const draw = randomLcg(0.2026);
    const began = performance.now();
    // The luck of each fault is the same whoever follows it.
    const followed = Array.from({ length: FAULTS }, (_, i) =>
      followFault(hiddenFault(draw), policy, randomLcg((i + 1) / (FAULTS + 2))),
    );
    say(`${policy}: ${((performance.now() - began) / 1000).toFixed(0)} s`);
    return { policy, ...summed(followed) };
  });
  const base = found.at(-1);
  const rows = found.map(
    (one) =>
      `| ${one.policy} | ${one.mean.toFixed(1)} | ${(one.mean / base.mean).toFixed(2)} | ${one.p90.toFixed(0)} | ${percent(one.here)} | ${percent(one.quick)} | ${percent(one.back)} | ${one.checks.toFixed(1)} |`,
  );
  const bins = found[0].bins.map(
    ({ from, said, right, count }) =>
      `| ${from} to ${from + 10} % | ${percent(said)} | ${percent(right)} | ${count} |`,
  );
  const file = join(ROOT, 'docs', 'fault-finder.md');
  writeFileSync(
    file,
    `# The fault finder, simulated

Written by \`npm run bench:faults\` from a fixed seed: ${FAULTS.toLocaleString('en')} hidden faults, drawn from the finder's own tables, whose
shares are assumptions. **Nothing here happened**: only ratios within one run mean anything. The traditional order is a chart
that knows of no symptom; everybody stops by the same rule, a fault that is mended with a chance of 95 % after a good seam.

| way | mean min | of the fixed order | 90 % within | mended here | within 10 min | back again | checks |
| --- | --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}

## When the finder names a cause

What it believed of its likeliest cause at the end, and how often it was that.

| believed | mean | right | faults |
| --- | --- | --- | --- |
${bins.join('\n')}
`,
  );
  await run('npx', ['--no-install', 'prettier', '--write', file], { quiet: true });
  say(`Written to ${file}`);
});

function percent(share) {
  return `${(100 * share).toFixed(1)} %`;
}

function summed(followed) {
  const minutes = followed.map((one) => one.minutes).sort((a, b) => a - b);
  const share = (holds) => followed.filter(holds).length / followed.length;
  const bins = Array.from({ length: 10 }, (_, i) => {
    const inside = followed.filter(({ believed }) => Math.min(9, Math.floor(10 * believed.share)) === i);
    const mean = (of) => inside.reduce((sum, one) => sum + of(one), 0) / inside.length;
    return {
      from: 10 * i,
      said: mean(({ believed }) => believed.share),
      right: mean(({ believed }) => Number(believed.right)),
      count: inside.length,
    };
  }).filter(({ count }) => count > 20);
  return {
    mean: minutes.reduce((sum, one) => sum + one, 0) / minutes.length,
    p90: minutes[Math.floor(0.9 * minutes.length)],
    here: share((one) => one.mendedHere),
    quick: share((one) => one.mendedHere && one.minutes <= 10),
    back: share((one) => one.comesBack),
    checks: followed.reduce((sum, one) => sum + one.checks, 0) / followed.length,
    bins,
  };
}
