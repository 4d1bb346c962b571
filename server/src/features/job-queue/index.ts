export { jobQueueRoutes } from './job-queue.routes.js';
export { unplaceJobs } from './job-queue.store.js';
