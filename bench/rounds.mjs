import { performance } from 'node:perf_hooks';
import { Worker } from 'node:worker_threads';
import { randomLcg } from 'd3-random';
import { planRounds } from '@gantelet/core';
import { checkRounds } from '../core/dist/testing/check-rounds.js';
import { drawnProblem } from './rounds-instances.mjs';

export const SEED = 0.5;
/** Machines, shifts, search effort, and minutes as a multiple of what changes and walks take. */
const shop = (machines, shifts, { effort = 1, spareMinutes = 2 } = {}) => ({
  name: [
    `${machines} x ${shifts}`,
    ...(effort > 1 ? [`effort ${effort}`] : []),
    ...(spareMinutes === 2 ? [] : [`${spareMinutes} times the minutes`]),
  ].join(', '),
  machines,
  shifts,
  effort,
  spareMinutes,
});

export const INSTANCES = [
  shop(20, 28),
  shop(20, 28, { spareMinutes: 1.5 }),
  shop(20, 28, { spareMinutes: 1.15 }),
  shop(20, 42),
  shop(50, 28),
  shop(50, 28, { effort: 6 }),
  shop(50, 42),
  shop(200, 28),
  shop(200, 42),
  shop(1000, 28),
  shop(1000, 42),
  shop(2000, 28),
  shop(2000, 42),
];

/**
 * Plans an instance and has the plan checked independently.
 *
 * @throws when the checker finds anything broken or another cost
 */
export function plan({ machines, shifts, effort, spareMinutes }) {
  const problem = drawnProblem(machines, shifts, SEED, spareMinutes);
  globalThis.gc?.();
  const began = performance.now();
  const made = planRounds(problem, { random: randomLcg(SEED), effort });
  const seconds = (performance.now() - began) / 1000;
  const megabytes = process.memoryUsage().rss / 1e6;
  const checked = checkRounds(problem, made.changes);
  if (checked.broken.length > 0) throw new Error(checked.broken.join('; '));
  if (Math.abs(checked.total / made.cost.total - 1) > 1e-6)
    throw new Error(`The checker finds ${checked.total}, the planner ${made.cost.total}`);
  const used = problem.minutes.map(({ shift, minutes }) => {
    const there = problem.machines.filter((_, m) => made.changes[m].includes(shift));
    const ways = [...new Set(there.map(({ zone }) => zone))].reduce(
      (sum, z) => sum + problem.zones[z].setupMinutes,
      0,
    );
    return (ways + there.reduce((sum, { changeMinutes }) => sum + changeMinutes, 0)) / minutes;
  });
  return { problem, ...made, seconds, megabytes, fullest: Math.max(...used) };
}

/** The same model given to HiGHS as it is. Null if it found no plan, or had to be stopped. */
export async function byHighs(problem, seconds) {
  const worker = new Worker(new URL('./rounds-highs.worker.mjs', import.meta.url), {
    workerData: { problem, seconds },
  });
  const began = performance.now();
  const outcome = await new Promise((resolve) => {
    const late = setTimeout(() => resolve(null), 3000 * seconds);
    worker.once('message', (message) => {
      clearTimeout(late);
      resolve(message);
    });
    worker.once('error', () => resolve(null));
  });
  await worker.terminate();
  const took = (performance.now() - began) / 1000;
  if (!outcome) return { took, columns: null, total: null, bound: null };
  const { columns, bound, changes } = outcome;
  return { took, columns, bound, total: changes && checkRounds(problem, changes).total };
}
