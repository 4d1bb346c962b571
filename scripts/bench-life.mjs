import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { writeReport } from './lib/report.mjs';
import { main, say } from './lib/say.mjs';

/** Times fits of needle lives, simulates how far they can be trusted, and writes the results to docs/life-fits.md. */
await main(async () => {
  await installPackages();
  await buildNodeParts();
  const { coverage, regret, SETTINGS, timeFits } = await import('../bench/life.mjs');
  for (const [count, rounds] of [
    [500, 101],
    [100_000, 11],
  ]) {
    const { ours, general, apart } = timeFits(count, rounds);
    say(
      `fit of ${count} records: fitWeibull ${ours.toFixed(3)} ms, general minimiser (baseline) ${general.toFixed(3)} ms, ` +
        `ratio ${(ours / general).toFixed(3)}; shapes apart by ${apart.toExponential(1)}`,
    );
  }
  const held = coverage();
  const rows = SETTINGS.map((setting) => {
    const { separate, together, pooled } = regret(setting);
    const share = (value) => `${(100 * value).toFixed(1)} %`;
    return `| ${setting.spread} | ${setting.needles} | ${share(separate)} | ${share(together)} | ${share(pooled)} |`;
  });
  say(`95 % limits hold: shape ${held.shape.toFixed(3)}, scale ${held.scaleHours.toFixed(3)}`);
  say(rows.join('\n'));
  await writeReport('life-fits.md', page(held, rows));
});

function page(held, rows) {
  return `# How far fits of needle lives can be trusted, simulated

Written by \`npm run bench:life\` from a fixed seed, with simulated needles. Likelihood-ratio intervals of 95 %, from
samples of 50 needles with 20 or more failures, contained the true shape in ${(100 * held.shape).toFixed(1)} % and the true scale in
${(100 * held.scaleHours).toFixed(1)} % of 1000 samples.

Extra cost of changing needles by an estimate instead of the true life: shops of twelve machines whose scales differ
(standard deviation of their logarithm), with the given number of needles each, shape 2.4, and a worn needle costing
eight planned changes. Estimated for each machine by itself, for all as one, or pooled: one shape for the group and a
scale for each machine.

| machines differ by | needles each | by itself | all as one | pooled |
| --- | --- | --- | --- | --- |
${rows.join('\n')}
`;
}
