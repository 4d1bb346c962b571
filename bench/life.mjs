import numeric from 'numeric';
import { randomLcg, randomNormal, randomWeibull } from 'd3-random';
import { bestInterval, costPerHour, fitWeibull, likelihoodLimits, poolLives } from '@gantelet/core';

/**
 * Fits of needle lives: their time compared with a general-purpose minimiser on the same data, how often their limits
 * hold, and the cost of acting on pooled lives, on each machine's own, or on all together. Everything here is drawn
 * from a seed.
 */

const SEED = 0.1729;

/** Needles with a Weibull life, removed at a given age at the latest. */
function drawn(count, { shape, scaleHours, untilHours }, source) {
  const life = randomWeibull.source(source)(shape, 0, scaleHours);
  return Array.from({ length: count }, () => {
    const hours = Math.max(1e-6, life());
    const failed = hours < untilHours;
    return { entryHours: 0, hours: failed ? hours : untilHours, failed };
  });
}

/** Median time of each method of fitting, in ms, and how far the minimiser ends from our shape. */
export function timeFits(count, rounds) {
  const records = drawn(count, { shape: 2.2, scaleHours: 12, untilHours: 11 }, randomLcg(SEED));
  const general = () => {
    const greatest = Math.max(...records.map(({ hours }) => hours));
    const minusLogLikelihood = ([lnShape, lnScale]) => {
      const [shape, scale] = [Math.exp(lnShape), Math.exp(lnScale)];
      let sum = 0;
      for (const { hours, failed } of records) {
        const scaled = hours / greatest / scale;
        sum += scaled ** shape;
        if (failed) sum -= Math.log(shape / scale) + (shape - 1) * Math.log(scaled);
      }
      return sum;
    };
    return Math.exp(numeric.uncmin(minusLogLikelihood, [0, 0]).solution[0]);
  };
  const ours = () => fitWeibull(records).shape;
  return {
    ours: median(ours, rounds),
    general: median(general, rounds),
    apart: Math.abs(general() / ours() - 1),
  };
}

function median(work, rounds) {
  work();
  const times = Array.from({ length: rounds }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return times.sort((a, b) => a - b)[rounds >> 1];
}

/** Share of samples whose 95 % limits contain the truth, for samples with 20 failures and more. */
export function coverage(samples = 1000) {
  const source = randomLcg(SEED);
  const truth = { shape: 2.2, scaleHours: 12, untilHours: 11 };
  const held = { shape: 0, scaleHours: 0 };
  let counted = 0;
  while (counted < samples) {
    const records = drawn(50, truth, source);
    const fit = fitWeibull(records);
    if (!(fit.failures >= 20)) continue;
    counted++;
    const limits = likelihoodLimits(records, fit);
    for (const what of ['shape', 'scaleHours'])
      held[what] += limits[what].low <= truth[what] && truth[what] <= limits[what].high ? 1 : 0;
  }
  return { shape: held.shape / samples, scaleHours: held.scaleHours / samples };
}

const COSTS = { planned: 1, wear: 8, accident: 8 };

/** Mean share by which acting on an estimate costs more than acting on the truth, over shops of twelve machines. */
export function regret({ spread, needles }, shops = 120) {
  const source = randomLcg(SEED);
  const normal = randomNormal.source(source)();
  const sums = { separate: 0, together: 0, pooled: 0 };
  let machinesCounted = 0;
  for (let shop = 0; shop < shops; shop++) {
    const machines = Array.from({ length: 12 }, (_, i) => {
      const truth = { shape: 2.4, scaleHours: 12 * Math.exp(spread * normal()), untilHours: 14 };
      return { machineId: `m${i}`, truth, records: drawn(needles, truth, source) };
    });
    const pooled = poolLives(machines);
    const together = fitWeibull(machines.flatMap(({ records }) => records));
    if ('why' in pooled || 'why' in together) continue;
    for (const [i, { truth, records }] of machines.entries()) {
      const alone = fitWeibull(records);
      const { scaleHours } = pooled.machines[i];
      const wears = { wear: truth, accidentsPerHour: 0 };
      const least = bestInterval(wears, COSTS).costPerHour;
      const dearer = (wear) => {
        const hours = 'why' in wear ? null : bestInterval({ wear, accidentsPerHour: 0 }, COSTS).intervalHours;
        return costPerHour(wears, COSTS, hours ?? Infinity) / least - 1;
      };
      sums.separate += dearer(alone);
      sums.together += dearer(together);
      sums.pooled += dearer({ shape: pooled.shape, scaleHours });
      machinesCounted++;
    }
  }
  return Object.fromEntries(Object.entries(sums).map(([name, sum]) => [name, sum / machinesCounted]));
}

/** Settings of the regret: how much machines differ, and how many needles each has seen. */
export const SETTINGS = [0.1, 0.3, 0.5].flatMap((spread) =>
  [5, 15, 50].map((needles) => ({ spread, needles })),
);
