import { expose } from 'comlink';
import { randomLcg } from 'd3-random';
import { orderJobs, queueProblem, type JobOrder, type Lanes, type OrderProblem } from '@gantelet/core';

const SEED = 0.5;

/** Assessing every machine for every job, and optimising the order, off the main thread. */
const worker = {
  problem: queueProblem,
  order: (problem: OrderProblem, stands: readonly Lanes[]): JobOrder =>
    orderJobs(problem, randomLcg(SEED), stands),
};
export type JobQueueWorker = typeof worker;

expose(worker);
