import {
  diameterOfConstruction,
  eyeFit,
  MATCH_WEIGHTS,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  plateFit,
  POINT_STYLES,
  pointForStack,
  rankNeedles,
  schoolLimit,
  seamHole,
  stackOf,
  strengthGuideMm,
  threadConstruction,
} from '@gantelet/core';

const question = {
  machine: { systemIds: NEEDLE_SYSTEMS.map((system) => system.id), shank: 'round', plateHoleMm: 2.8 },
  stack: stackOf([
    { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
    { materialId: 'duck-10', thicknessMm: 0.6, plies: 1 },
    { materialId: 'veg-tan-side', thicknessMm: 2, plies: 1 },
  ]),
  threadDiameterMm: diameterOfConstruction(135, threadConstruction('bonded-nylon')).value,
  stitchLengthMm: 4,
  schools: { size: 'free', leatherPoint: 'cutting' },
};

/** The named baseline: every system, size and point judged from scratch, nothing shared between combinations. */
export function naiveRanking({ machine, stack, threadDiameterMm, stitchLengthMm, schools }) {
  const weights = MATCH_WEIGHTS.value;
  const found = [];
  for (const system of NEEDLE_SYSTEMS) {
    if (!machine.systemIds.includes(system.id) || system.shank !== machine.shank) continue;
    for (const size of NEEDLE_SIZES) {
      for (const point of POINT_STYLES) {
        const [low, high] = system.sizesNm.value;
        if (size.nm < low || size.nm > high || !system.pointFamilies.includes(point.family)) continue;
        const limit = schoolLimit(schools.size, stack);
        const { ratio, band } = eyeFit(threadDiameterMm, size.nm);
        const plate = plateFit(machine.plateHoleMm, size.nm, stack);
        if (band === 'will-not-pass' || plate.verdict === 'will-not-clear') continue;
        const hole = seamHole(size.nm, point.cutAngleDeg, stitchLengthMm, threadDiameterMm);
        const { suitability } = pointForStack(point, stack, schools.leatherPoint);
        const eye =
          ratio > limit
            ? weights.overLimit + (weights.overLimitSlope * (ratio - limit)) / limit
            : (weights.spareRoom * (limit - ratio)) / limit + (ratio < 0.225 ? weights.tooLoose : 0);
        const over = stack.thicknessMm / strengthGuideMm(size.nm) - 1;
        const strength = weights.strength * Math.min(2, Math.max(0, over));
        const tight = Math.max(0, 1.4 - plate.ratio) * weights.plateTight;
        const big = Math.max(0, plate.ratio - 2) * weights.plateBig;
        const swallows = plate.verdict === 'swallows-thin-work' ? weights.swallowsThinWork : 0;
        const short = weights.shortStitch * Math.max(0, hole.shortestStitchMm / stitchLengthMm - 1);
        const share = (weights.holeShare * hole.alongSeamMm) / stitchLengthMm;
        const cost =
          eye + strength + weights.point * (1 - suitability) + tight + big + swallows + short + share;
        found.push({ system, size, point, cost });
      }
    }
  }
  return found.sort((a, b) => a.cost - b.cost || a.size.nm - b.size.nm);
}

/** Time to rank the whole catalogue, beside the baseline; refuses to compare two that do not agree. */
export function benchMatch() {
  const own = rankNeedles(question).ranked;
  const naive = naiveRanking(question);
  const same = own.length === naive.length && own.every((c, i) => Math.abs(c.cost - naive[i].cost) < 1e-9);
  if (!same) throw new Error('The ranking and its baseline do not agree.');
  const times = { own: timesOf(() => rankNeedles(question)), naive: timesOf(() => naiveRanking(question)) };
  return { combinations: own.length, ...times };
}

const ROUNDS = 400;

/** Sorted milliseconds of many rounds, after a warm-up. */
function timesOf(work) {
  for (let i = 0; i < ROUNDS / 4; i++) work();
  const times = Array.from({ length: ROUNDS }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b);
}

export const quantile = (sorted, q) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
