import {
  eyeFit,
  finishForStack,
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  plateFit,
  POINT_STYLES,
  pointForStack,
  rankNeedles,
  rankThreads,
  schoolLimit,
  seamHole,
  SHIPPED_VALUES,
  stackOf,
  stepsOutside,
  strengthGuideMm,
  THREAD_CONSTRUCTIONS,
  threadForStack,
  threadOnBench,
} from '@gantelet/core';

/** Runs in Node and in the browser alike: it imports nothing but the core. */

const question = {
  machine: { systemIds: NEEDLE_SYSTEMS.map((system) => system.id), shank: 'round', plateHoleMm: 4 },
  stack: stackOf([
    { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
    { materialId: 'duck-10', thicknessMm: 0.6, plies: 1 },
    { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
  ]),
  thread: threadOnBench('bonded-nylon', 135),
  stitchLengthMm: 4,
  schools: { size: 'free', leatherPoint: 'cutting' },
  use: 'indoor',
};
const weight = (name) => SHIPPED_VALUES[`weight.${name}`].value;

/** The named baseline: every system, size, point and finish judged from scratch, nothing shared between combinations. */
export function naiveNeedles({ machine, stack, thread, stitchLengthMm, schools }) {
  const found = [];
  for (const system of NEEDLE_SYSTEMS) {
    if (!machine.systemIds.includes(system.id) || system.shank !== machine.shank) continue;
    for (const size of NEEDLE_SIZES) {
      for (const point of POINT_STYLES) {
        for (const finish of NEEDLE_FINISHES) {
          const [low, high] = system.sizesNm.value;
          if (size.nm < low || size.nm > high || !system.pointFamilies.includes(point.family)) continue;
          const limit = schoolLimit(schools.size, stack);
          const { ratio, band } = eyeFit(thread.diameterMm, size.nm);
          const plate = plateFit(machine.plateHoleMm, size.nm, stack);
          if (band === 'will-not-pass' || plate.verdict === 'will-not-clear') continue;
          const hole = seamHole(size.nm, point.cutAngleDeg, stitchLengthMm, thread.diameterMm);
          const { suitability } = pointForStack(point, stack, schools.leatherPoint);
          const eye =
            ratio > limit
              ? weight('over-limit') + (weight('over-limit-slope') * (ratio - limit)) / limit
              : (weight('spare-room') * (limit - ratio)) / limit + (ratio < 0.225 ? weight('too-loose') : 0);
          const over = stack.thicknessMm / strengthGuideMm(size.nm) - 1;
          const strength = weight('strength') * Math.min(2, Math.max(0, over));
          const tight = Math.max(0, 1.4 - plate.ratio) * weight('plate-tight');
          const big = Math.max(0, plate.ratio - 2) * weight('plate-big');
          const swallows = plate.verdict === 'swallows-thin-work' ? weight('swallows-thin-work') : 0;
          const short = weight('short-stitch') * Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1);
          const share = (weight('hole-share') * hole.alongSeamMm) / stitchLengthMm;
          const cost =
            eye +
            strength +
            weight('point') * (1 - suitability) +
            weight('finish') * (1 - finishForStack(finish, stack)) +
            tight +
            big +
            swallows +
            short +
            share;
          found.push({ system, size, point, finish, cost });
        }
      }
    }
  }
  return found.sort((a, b) => a.cost - b.cost || a.size.nm - b.size.nm);
}

/** The named baseline: the naive ranking of needles, again for every thread that is sold. */
export function naiveThreads(asked) {
  const range = threadForStack(asked.stack);
  return THREAD_CONSTRUCTIONS.filter(({ unfit }) => unfit === null)
    .flatMap((construction) =>
      construction.soldTex.map((tex) => {
        const thread = threadOnBench(construction.id, tex);
        const [best] = naiveNeedles({ ...asked, thread });
        const cost = best
          ? best.cost +
            weight('thread-steps') * stepsOutside(tex, range) +
            weight('thread-kind') * (1 - construction.suits[asked.use].value)
          : Infinity;
        return { construction, tex, cost };
      }),
    )
    .sort((a, b) => a.cost - b.cost);
}

/** Times to rank, beside the baselines; refuses to compare two that do not agree. */
export function benchMatch() {
  const needles = rankNeedles(question).ranked;
  requireSame(needles, naiveNeedles(question).slice(0, needles.length));
  const threads = rankThreads(question, 8);
  requireSame(threads.ranked, naiveThreads(question).slice(0, 8));
  return {
    needles: needles.length,
    threads: threads.weighed,
    rankNeedles: timesOf(() => rankNeedles(question), 300),
    naiveNeedles: timesOf(() => naiveNeedles(question), 100),
    rankThreads: timesOf(() => rankThreads(question), 300),
    naiveThreads: timesOf(() => naiveThreads(question), 6),
  };
}

function requireSame(own, naive) {
  const same =
    own.length === naive.length && own.every((one, i) => Math.abs(one.cost - naive[i].cost) < 1e-9);
  if (!same) throw new Error('The ranking and its baseline do not agree.');
}

/** Sorted milliseconds of many rounds, after a warm-up. */
function timesOf(work, rounds) {
  for (let i = 0; i < rounds / 4; i++) work();
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    work();
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b);
}
