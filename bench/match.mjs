import {
  carries,
  eyeFit,
  finishForStack,
  needleHoles,
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  plateFit,
  POINT_STYLES,
  pointForStack,
  pointIsWrong,
  rankNeedles,
  rankThreads,
  schoolLimit,
  seamHole,
  SHIPPED_VALUES,
  sizePlace,
  sizeRule,
  sizesMade,
  stackOf,
  stepsOutside,
  strengthGuide,
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
  schools: { size: 'free', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
  use: 'indoor',
};
const weight = (name) => SHIPPED_VALUES[`weight.${name}`].value;

/**
 * The named baseline: every system, size, point and finish judged from scratch, nothing shared between combinations.
 */
export function naiveNeedles({ machine, stack, thread, stitchLengthMm, schools }) {
  const found = [];
  for (const system of NEEDLE_SYSTEMS) {
    if (!machine.systemIds.includes(system.id) || system.shank !== machine.shank) continue;
    for (const size of NEEDLE_SIZES) {
      for (const point of POINT_STYLES) {
        for (const finish of NEEDLE_FINISHES) {
          const [low, high] = sizesMade(system, SHIPPED_VALUES);
          if (size.nm < low || size.nm > high || !system.pointFamilies.includes(point.family)) continue;
          const limit = schoolLimit(schools.size, stack);
          const fit = eyeFit(thread.diameterMm, size.nm, SHIPPED_VALUES, system.longEyeOf !== null);
          const { ratio, band } = fit;
          const plate = plateFit(needleHoles(machine), size.nm, stack);
          if (band === 'will-not-pass' || plate.verdict === 'will-not-clear') continue;
          const hole = seamHole(size.nm, point.cutAngleDeg, stitchLengthMm, thread.diameterMm);
          const advice = pointForStack(point, stack, schools);
          const eye =
            ratio > limit
              ? weight('over-limit') + (weight('over-limit-slope') * (ratio - limit)) / limit
              : (weight('spare-room') * (limit - ratio)) / limit + (ratio < 0.225 ? weight('too-loose') : 0);
          const rule = sizeRule(stack, limit, SHIPPED_VALUES);
          const guide = strengthGuide(size.nm);
          const { place } = sizePlace(size.nm, ratio, carries(size.nm, guide, rule), rule);
          const short = Math.max(0, stack.thicknessMm / guide.toMm - 1);
          const thin = Math.max(0, rule.leastNm / size.nm - 1);
          const swallows = plate.verdict === 'swallows-thin-work' ? weight('swallows-thin-work') : 0;
          const tight = Math.max(0, 1.4 - plate.ratio) * weight('plate-tight');
          const big = Math.max(0, plate.ratio - 2) * weight('plate-big');
          const rest =
            weight('point') * (1 - advice.suitability) +
            weight('finish') * (1 - finishForStack(finish, stack)) +
            weight('short-stitch') * Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1) +
            (weight('hole-share') * hole.alongSeamMm) / stitchLengthMm;
          const cost = eye + weight('strength') * (short + thin) + tight + big + swallows + rest;
          const act = Number(pointIsWrong(advice, SHIPPED_VALUES) || band === 'stressed');
          found.push({ system, size, point, finish, act, place, rest, cost });
        }
      }
    }
  }
  return found.sort((a, b) => a.act - b.act || a.place - b.place || a.rest - b.rest);
}

/** The named baseline: the naive ranking of needles, repeated for every thread that is sold. */
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
        return { construction, tex, cost, act: best?.act ?? 0 };
      }),
    )
    .sort((a, b) => a.act - b.act || a.cost - b.cost);
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
