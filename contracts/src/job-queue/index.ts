export {
  JobQueue,
  JobQueueOrder,
  MOST_WAITING,
  QueuedJob,
  QueuedJobEnd,
  QueuedJobEntry,
} from './queued-job.js';
