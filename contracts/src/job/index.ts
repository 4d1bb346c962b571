export { isOpenJob, Job, JOB_KINDS, JOB_STATES } from './job.js';
