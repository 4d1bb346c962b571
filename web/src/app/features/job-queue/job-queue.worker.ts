import { expose } from 'comlink';
import { randomLcg } from 'd3-random';
import { orderJobs, queueProblem, type JobOrder, type Lanes, type OrderProblem } from '@gantelet/core';

const SEED = 0.5;

/** Judging every machine for every job, and the search for an order, off the main thread. */
const worker = {
  problem: queueProblem,
  order: (problem: OrderProblem, stands: readonly Lanes[]): JobOrder =>
    orderJobs(problem, randomLcg(SEED), stands),
};
export type JobQueueWorker = typeof worker;

expose(worker);
