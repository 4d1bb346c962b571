import { needBrowser } from './lib/packages.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { writeReport } from './lib/report.mjs';
import { main, say } from './lib/say.mjs';

const JUDGE_NAMES = {
  slipping: 'slips to a neighbouring grade in 12 %',
  leaning: 'biased 0.4 half windows too tight',
  blurred: 'unsure near the edges of the grades',
  blurredLeaning: 'unsure, and biased too tight',
  leaningLoose: 'biased 0.4 half windows too loose',
  neverDotsBalanced: 'never says dots, says balanced',
  neverDotsFault: 'never says dots, says the whole fault',
  lax: 'lax: sees everything 0.6 half windows better',
  careless: 'slips in 30 %',
  random: 'guesses',
};

/** Simulates the search for the balanced seam and writes the results to docs/tension-search.md. */
await main(async () => {
  await needBrowser();
  await installPackages();
  await buildNodeParts();
  const { benchJudges, benchTension, MACHINES } = await import('../bench/tension.mjs');
  const { inBrowser } = await import('../bench/in-browser.mjs');
  const results = benchTension();
  const table = results.flatMap(({ weight, rules }) => rules.map((rule) => rowOf(weight, rule)));
  const judges = benchJudges().map(judgeRow);
  const times = await inBrowser('tension-answer.mjs', 'benchAnswer');
  const p95 = times[Math.ceil(0.95 * times.length) - 1];
  say([...table, ...judges].join('\n'));
  say(
    `\nOne answer in headless Chromium: p50 ${times[times.length >> 1].toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
  );
  await writeReport('tension-search.md', page(table, judges, MACHINES));
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
    slipping.seamsToKeep.toFixed(1),
    slipping.meanSeams.toFixed(1),
    percent(slipping.insideAtStop),
    percent(others.leaning.insideAtStop),
    ...[slipping, others.leaning, others.blurred, others.blurredLeaning].map(kept),
  ];
  return `| ${cells.join(' | ')} |`;
}

function judgeRow({ weight, judge, plain, awkward }) {
  const kept = ({ claimsKept }) => (claimsKept === null ? 'no claim' : percent(claimsKept));
  const cells = [plain, awkward].flatMap((run) => [
    run.seamsToKeep.toFixed(1),
    percent(run.insideKept),
    percent(run.claims),
    kept(run),
    run.meanSeams.toFixed(1),
  ]);
  return `| ${[weight, JUDGE_NAMES[judge], ...cells].join(' | ')} |`;
}

function page(table, judges, machines) {
  return `# The search for the balanced seam, simulated

Written by \`npm run bench:tension\` from a fixed seed. **Nothing here was sewn**: ${machines} hidden machines are drawn for
each weight of work, with balanced settings scattered around the starting point (light 1.2 turns, heavy 2.1 turns) and a
window of 0.5 to 1.1 turns (light) or 1.1 to 2.6 turns (heavy). Four judges grade the seams. The first names
a neighbouring grade in 12 % of seams (first columns); the second does so too and is biased 0.4 half windows too tight;
the third is also unsure near the edges of the grades, as the rule itself assumes; the fourth is that one, biased. Log
real seams and compare.

| work | rule | inside after 4 seams | seams until 95 % are inside | seams until it may be kept | seams to stop or claim | inside at stop | inside at stop, biased judge | claims of 95 % true | true, biased | true, unsure | true, unsure and biased |
| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |
${table.join('\n')}

The rule sews where a seam is expected to teach most about setting, window and judge, plus 0.35 times the probability that
it is already good, and never further than the longest move. Once a seam was balanced at a setting that is good with a
probability of 75 % (light) or 80 % (heavy), **keeping it** is the main action ("seams until it may be kept"). It continues only for
somebody who wants to be 95 % sure, which needs evidence: a fault seen on each side, a measured lock, or two seams
balanced at one setting. The ablations (sewing only at the likeliest setting, and believing every grade) show what each
part is worth.

## Judges

The rule with many kinds of judges, about whom it knows nothing in advance: on ordinary machines, and on awkward ones,
whose window is up to 40 % wider on one side than on the other and whose knob gains 8 % a turn. It knows more about
somebody who has practised. The goal: claims of 95 % are true at least 93 % of the time for every judge better than
chance, and one who guesses leads to no claim in 90 % of runs.

| work | judge | seams to keep | inside when kept | claims made | claims true | seams to claim | awkward: seams to keep | inside when kept | claims made | claims true | seams to claim |
| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |
${judges.join('\n')}
`;
}
