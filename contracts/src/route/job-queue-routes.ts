import * as z from 'zod';
import { JobQueue, JobQueueOrder, QueuedJobEnd, QueuedJobEntry } from '../job-queue/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofJob = z.strictObject({ jobId: Id });

/** Jobs waiting for a machine. */
export const jobQueueRoutes = {
  readJobQueue: reads({
    id: 'readJobQueue',
    path: '/api/job-queue',
    summary: 'Waiting jobs, by machine in the order they are to be sewn',
    permission: 'operator',
    reply: JobQueue,
  }),
  queueJob: writes({
    id: 'queueJob',
    method: 'POST',
    path: '/api/job-queue',
    summary: 'Add a job to the queue; its id is the key it is sent with',
    permission: 'mechanic',
    body: QueuedJobEntry,
    reply: JobQueue,
    errors: ['setup.unknown', 'queue.full'],
  }),
  reviseQueuedJob: writes({
    id: 'reviseQueuedJob',
    method: 'PUT',
    path: '/api/job-queue/:jobId',
    summary: 'Correct a waiting job',
    permission: 'mechanic',
    params: ofJob,
    body: QueuedJobEntry,
    reply: JobQueue,
    errors: ['setup.unknown', 'queue.gone'],
  }),
  endQueuedJob: writes({
    id: 'endQueuedJob',
    method: 'POST',
    path: '/api/job-queue/:jobId/end',
    summary: 'Mark a job as sewn, or remove it',
    permission: 'operator',
    params: ofJob,
    body: QueuedJobEnd,
    reply: JobQueue,
    errors: ['queue.gone'],
  }),
  orderJobQueue: writes({
    id: 'orderJobQueue',
    method: 'PUT',
    path: '/api/job-queue',
    summary: 'Put every waiting job in its place',
    permission: 'mechanic',
    body: JobQueueOrder,
    reply: JobQueue,
    errors: ['machine.unknown', 'queue.moved-on'],
  }),
} as const;
