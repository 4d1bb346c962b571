import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { ROOT } from './lib/paths.mjs';
import { needBrowser } from './lib/packages.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main, say } from './lib/say.mjs';

/** Simulates the search for the balanced seam and writes what came out into docs/tension-search.md. */
await main(async () => {
  await needBrowser();
  await installPackages();
  await buildNodeParts();
  const { benchTension, MACHINES } = await import('../bench/tension.mjs');
  const { inBrowser } = await import('../bench/in-browser.mjs');
  const results = benchTension();
  const table = results.flatMap(({ weight, rules }) => rules.map((rule) => rowOf(weight, rule)));
  const times = await inBrowser('tension-answer.mjs', 'benchAnswer');
  const p95 = times[Math.ceil(0.95 * times.length) - 1];
  say(table.join('\n'));
  say(
    `\nOne answer in headless Chromium: p50 ${times[times.length >> 1].toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
  );
  const file = join(ROOT, 'docs', 'tension-search.md');
  writeFileSync(
    file,
    await format(page(table, MACHINES), { ...(await resolveConfig(file)), filepath: file }),
  );
});

function percent(share) {
  return `${(100 * share).toFixed(1)} %`;
}

function rowOf(weight, { name, slipping, ...others }) {
  const kept = ({ claimsKept }) => (claimsKept === null ? 'no claim' : percent(claimsKept));
  const cells = [
    weight,
    name,
    percent(slipping.insideAfterFour),
    slipping.seamsUntil95 ?? 'over 12',
    slipping.meanSeams.toFixed(1),
    percent(slipping.insideAtStop),
    percent(others.leaning.insideAtStop),
    ...[slipping, others.leaning, others.blurred, others.blurredLeaning].map(kept),
  ];
  return `| ${cells.join(' | ')} |`;
}

function page(table, machines) {
  return `# The search for the balanced seam, simulated

Written by \`npm run bench:tension\` from a fixed seed. **Nothing here was sewn**: ${machines} hidden machines are drawn for
each weight of work, with a balanced setting spread about the start (light 1.2 turns, heavy 2.1 turns) and a window of 0.5
to 1.1 turns (light) or 1.1 to 2.6 turns (heavy). Four judges grade the seams: one who names a neighbouring grade in 12 %
of seams (first columns), the same leaning 0.4 half windows too tight, one who is besides unsure near the edges of the
grades as the rule itself believes, and that one leaning. Log real seams and compare.

| work | rule | inside after 4 seams | seams until 95 % are inside | seams to stop | inside at stop | inside at stop, leaning judge | claims of 95 % kept | kept, leaning | kept, unsure | kept, unsure and leaning |
| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |
${table.join('\n')}

The rule sews where a seam is expected to teach most, plus 0.35 of the chance that it is good already. It stops when the
best setting is good with a chance of 95 % and a fault was seen on each side, or a lock was measured. The search for the
second edge is what keeps the claim true under a judge with a leaning. Sewing only at the likeliest setting (first
ablation) costs twice the seams; believing every grade (second ablation) stops early and keeps its claim less often.
`;
}
