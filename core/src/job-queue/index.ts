/** Which job next, on which machine? */
export { orderJobs, type JobOrder } from './order-jobs.js';
export { cheapestPairing, orderBound } from './order-bound.js';
export {
  laneCost,
  orderCost,
  timetable,
  type LaneCost,
  type Lanes,
  type OrderProblem,
  type PlacedJob,
  type WaitingJob,
} from './order-problem.js';
export { queueProblem, type QueueJob } from './queue-problem.js';
