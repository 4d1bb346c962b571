export { jobQueueRoutes } from './job-queue.routes.js';
