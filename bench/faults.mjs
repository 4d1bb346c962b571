import { randomGamma, randomLcg } from 'd3-random';
import {
  CAUSES,
  learnShares,
  likeliest,
  nextChecks,
  replayFault,
  seenCase,
  SYMPTOMS,
} from '../core/dist/index.js';
import { FAULT_POLICIES, followFault, hiddenFault } from '../core/dist/testing/fault-simulation.js';

const BASE = 'fixed order';
/** A policy this slow is tried on fewer faults. */
const SLOW = new Map([['information gain', 0.2]]);
/** How a shop's probabilities scatter around the built-in ones: Dirichlet, as after this many cases. */
const SHOP_WEIGHT = 20;
const SHOPS = 12;
/** What is simulated with two causes at once. */
const WITH_PAIRS = ['knows the cause', 'finder', 'fixed order'];
const HEAD = [
  'strategy',
  'mean min',
  `of the ${BASE}`,
  '90 % within',
  'fixed',
  'within 10 min',
  'back again',
  'checks',
];
const LEARNED = [10, 50, 200];

/** Markdown of the fault finder compared with other policies. */
export async function benchFaults(count, say) {
  const shipped = policies(FAULT_POLICIES, count, say);
  const paired = policies(WITH_PAIRS, Math.round(count / 5), say, 1);
  return `# The fault finder, simulated

Written by \`npm run bench:faults\` from a fixed seed: ${count.toLocaleString('en')} hidden faults per strategy, drawn from the
finder's own tables, whose probabilities are assumptions. Each fault has one cause. **This is a simulation**: only ratios
within one run mean anything. The chart by symptom is the best fixed order for each symptom; the fixed order is the
traditional one, whatever the symptom. Every strategy stops by the same rule: after a good seam, once the fault is fixed
with a probability of 95 %.

${table(HEAD, shipped.rows)}

## When two causes come at once

${Math.round(count / 5).toLocaleString('en')} faults per strategy, each with two causes.

${table(HEAD, paired.rows)}

## In a shop with different probabilities

${SHOPS} shops, each with probabilities of its own, scattered around the built-in ones (Dirichlet, ${SHOP_WEIGHT}).

${wrongShares(Math.max(200, count / 20), say)}

## What it learns

How much of the gap between the built-in probabilities and the shop's own is closed by logged cases, as relative entropy
(the second column is the gap at the start). Learning is slow; a shop that hardly differs has nothing to teach.

${learning(say)}

## When the finder names a cause

How probable it held its likeliest cause at the end, and how often it was right.

${table(['believed', 'mean', 'right', 'faults'], shipped.bins)}

## A step

${stepTimes()}
`;
}

function policies(ways, count, say, paired = 0) {
  const found = ways.map((policy) => {
    const faults = Math.round(count * (SLOW.get(policy) ?? 1));
    const began = performance.now();
    const followed = follow(policy, faults, undefined, undefined, 0.2026, paired);
    say(`${policy}: ${((performance.now() - began) / 1000).toFixed(0)} s`);
    return { policy, ...summed(followed) };
  });
  const base = found.find(({ policy }) => policy === BASE);
  const rows = found.map((one) => [
    one.policy,
    one.mean.toFixed(1),
    (one.mean / base.mean).toFixed(2),
    one.p90.toFixed(0),
    percent(one.here),
    percent(one.quick),
    percent(one.back),
    one.checks.toFixed(1),
  ]);
  const { bins } = found.find(({ policy }) => policy === 'finder');
  return {
    rows,
    bins: bins.map(({ from, said, right, count: n }) => [
      `${from} to ${from + 10} %`,
      percent(said),
      percent(right),
      String(n),
    ]),
  };
}

/** Each fault has the same luck whoever traces it. */
function follow(policy, count, sharesOf, believedOf = sharesOf, seed = 0.2026, paired = 0) {
  const draw = randomLcg(seed);
  return Array.from({ length: count }, (_, i) =>
    followFault(hiddenFault(draw, sharesOf, paired), policy, randomLcg((i + 1) / (count + 2)), believedOf),
  );
}

/**
 * A shop with shares of its own: each symptom separately or, with a shape, meeting some causes more often under all
 * of them.
 */
function shopOf(seed, shape) {
  const draw = randomLcg(seed);
  const gamma = randomGamma.source(draw);
  const lean = new Map(CAUSES.map(({ id }) => [id, shape > 0 ? gamma(shape, 1 / shape)() : 1]));
  const shares = new Map(
    SYMPTOMS.map(({ id, weights }) => {
      const drawn = Object.entries(weights).map(([cause, weight]) => [
        cause,
        shape > 0 ? weight * lean.get(cause) : gamma(Math.max(SHOP_WEIGHT * weight, 1e-3))(),
      ]);
      const sum = drawn.reduce((total, [, share]) => total + share, 0);
      return [id, Object.fromEntries(drawn.map(([cause, share]) => [cause, share / sum]))];
    }),
  );
  return ({ id }) => shares.get(id);
}

const shipped = ({ weights }) => weights;

function wrongShares(count, say) {
  const ways = [
    ['finder, knows the probabilities', 'finder', (own) => own],
    ['finder, built-in probabilities', 'finder', () => shipped],
    [BASE, BASE, () => shipped],
  ];
  const means = ways.map(([name, policy, believed]) => {
    const all = Array.from({ length: SHOPS }, (_, shop) => {
      const own = shopOf((shop + 1) / (SHOPS + 2), 0);
      return summed(follow(policy, count, own, believed(own), (shop + 0.5) / SHOPS)).mean;
    });
    say(`${name}: done`);
    return { name, mean: all.reduce((sum, one) => sum + one, 0) / SHOPS };
  });
  const rows = means.map(({ name, mean }) => [
    name,
    mean.toFixed(1),
    (mean / means[0].mean).toFixed(2),
    (mean / means[2].mean).toFixed(2),
  ]);
  return table(['strategy', 'mean min', 'of knowing them', `of the ${BASE}`], rows);
}

/**
 * How a shop's probabilities scatter around the built-in ones, and whether causes are assumed to be common under every
 * symptom.
 */
const WORLDS = [
  ['each symptom differs by itself', () => ({ apart: true, shape: 1 }), { leaning: false }],
  ['some causes frequent under every symptom', () => ({ apart: false, shape: 1 }), { leaning: true }],
  ['the same, learned by symptom alone', () => ({ apart: false, shape: 1 }), { leaning: false }],
  ['hardly different from the built-in ones', () => ({ apart: false, shape: 4 }), { leaning: true }],
];

/** How far logged cases move the probabilities from the built-in ones to the shop's. */
function learning(say) {
  const rows = WORLDS.flatMap(([name, world, how]) => {
    const closed = LEARNED.map((findings) => closedBy(findings, world(), how));
    say(`learning, ${name}: done`);
    const row = [name, closed[0].before.toFixed(2), ...closed.map(({ learned }) => percent(learned))];
    return world().apart
      ? [
          row,
          [
            'the same, counting only the likeliest cause',
            row[1],
            ...closed.map(({ counted }) => percent(counted)),
          ],
        ]
      : [row];
  });
  return table(['shop', 'gap', ...LEARNED.map((findings) => `after ${findings}`)], rows);
}

function closedBy(findings, { apart, shape }, how) {
  let [before, learned, counted] = [0, 0, 0];
  for (let shop = 0; shop < SHOPS; shop++) {
    const own = shopOf((shop + 1) / (SHOPS + 2), apart ? 0 : shape);
    const cases = follow('finder', findings, own, shipped, (shop + 0.25) / SHOPS).map(({ fault }) => fault);
    const seen = cases.map(seenCase);
    for (const symptom of SYMPTOMS) {
      const truth = own(symptom);
      before += symptom.share * divergence(truth, symptom.weights);
      learned += symptom.share * divergence(truth, learnShares(symptom, seen, null, how));
      counted += symptom.share * divergence(truth, countLikeliest(symptom, cases));
    }
  }
  return { before: before / SHOPS, learned: 1 - learned / before, counted: 1 - counted / before };
}

/** Learning by counting the likeliest cause of each case as its cause. */
function countLikeliest(symptom, cases) {
  const own = cases.filter(({ symptomId }) => symptomId === symptom.id);
  const counts = new Map();
  for (const one of own) {
    const { id } = likeliest(replayFault(one).belief)[0];
    counts.set(id, (counts.get(id) ?? 0) + 1);
  }
  const total = SHOP_WEIGHT + own.length;
  return Object.fromEntries(
    CAUSES.map(({ id }) => [id, (SHOP_WEIGHT * (symptom.weights[id] ?? 0) + (counts.get(id) ?? 0)) / total]),
  );
}

function divergence(from, to) {
  return Object.entries(from).reduce(
    (sum, [id, share]) => (share > 0 ? sum + share * Math.log(share / Math.max(to[id] ?? 0, 3e-4)) : sum),
    0,
  );
}

/**
 * Time to work out the next check, compared with replaying the case alone: a ratio, and milliseconds on this machine.
 */
function stepTimes() {
  const cases = follow('finder', 200).flatMap(({ fault }) =>
    fault.findings.map((_, i) => ({ ...fault, findings: fault.findings.slice(0, i) })),
  );
  const timed = (work) =>
    cases
      .map((one) => {
        const began = performance.now();
        work(one);
        return performance.now() - began;
      })
      .sort((a, b) => a - b);
  timed(nextChecks);
  const [steps, replays] = [timed(nextChecks), timed(replayFault)];
  const at = (times, share) => times[Math.floor(share * times.length)];
  const row = (name, share) => [
    name,
    `${at(steps, share).toFixed(1)} ms`,
    (at(steps, share) / at(replays, share)).toFixed(0),
  ];
  return table(
    ['next check', 'time here', 'times replaying the case'],
    [row('median', 0.5), row('99 %', 0.99)],
  );
}

function table(head, rows) {
  const line = (cells) => `| ${cells.join(' | ')} |`;
  return [line(head), line(head.map(() => '---')), ...rows.map(line)].join('\n');
}

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
