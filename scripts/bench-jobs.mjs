import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { writeReport } from './lib/report.mjs';
import { main, say } from './lib/say.mjs';

/**
 * Orders of random jobs compared with first come, first served, each checked independently of the planner; into
 * docs/job-order.md.
 */
const SIZES = [
  [8, 3],
  [12, 4],
  [20, 4],
  [50, 10],
  [100, 26],
];
const DRAWN = Number(process.argv[2] ?? 10);

await main(async () => {
  await installPackages();
  await buildNodeParts();
  const { randomLcg } = await import('d3-random');
  const { orderJobs, timetable } = await import('@gantelet/core');
  const { checkOrder, drawnOrder } = await import(join(ROOT, 'core/dist/testing/drawn-order.js'));
  const firstCome = (problem) => {
    const lanes = Array.from({ length: problem.machines }, () => []);
    problem.jobs.forEach((_, job) => {
      const ends = lanes.map((lane, machine) =>
        Number.isFinite(problem.changeMinutes[machine][0][job])
          ? timetable(problem, machine, [...lane, job]).at(-1).endMinute
          : Infinity,
      );
      lanes[ends.indexOf(Math.min(...ends))].push(job);
    });
    return lanes;
  };
  const rows = SIZES.map(([jobs, machines]) => {
    const random = randomLcg(0.2026);
    const sums = { made: 0, first: 0, change: 0, firstChange: 0, bound: 0, ms: 0, proven: 0 };
    for (let i = 0; i < DRAWN; i++) {
      const problem = drawnOrder(jobs, machines, random);
      const began = performance.now();
      const order = orderJobs(problem, random);
      sums.ms = Math.max(sums.ms, performance.now() - began);
      const made = checkOrder(problem, order.lanes);
      if (order.nowhere.length === 0 && Math.abs(made.cost - order.cost) > 1e-6)
        throw new Error(`The checker finds ${made.cost}, the planner ${order.cost}`);
      const first = checkOrder(problem, firstCome(problem));
      sums.made += made.cost;
      sums.first += first.cost;
      sums.change += made.change;
      sums.firstChange += first.change;
      sums.bound += order.bound;
      sums.proven += Number(order.proven);
    }
    say(`${jobs} jobs, ${machines} machines: longest ${(sums.ms / 1000).toFixed(1)} s`);
    const ratio = (a, b) => (a / b).toFixed(2);
    return `| ${jobs} | ${machines} | ${ratio(sums.made, sums.first)} | ${ratio(sums.change, sums.firstChange)} | ${sums.proven} of ${DRAWN} | ${ratio(sums.bound, sums.made)} |`;
  });
  await writeReport('job-order.md', page(rows));
});

function page(rows) {
  return `# The order of jobs

Written by \`npm run bench:jobs\` from a fixed seed: ${DRAWN} random shops of each size, with jobs of six kinds,
some alike and some very different. A minute late counts as half a minute of changing over. **This is a simulation**: only
ratios within one run mean anything. "First come, first served" puts each job in turn on the machine that can start it
soonest. Every order is recalculated by a separate checker.

| jobs | machines | cost, of first come's | minutes of changing over, of first come's | proven cheapest | bound, of the cost |
| ---- | -------- | --------------------- | ----------------------------------------- | --------------- | ------------------ |
${rows.join('\n')}

For up to 12 jobs on 4 machines, every order is searched. For more, the bound is weak, because it ignores that jobs wait
for each other: it says little about how much cheaper an order might be, and the page says so.
`;
}
