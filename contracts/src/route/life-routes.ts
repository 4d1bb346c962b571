import * as z from 'zod';
import { Job } from '../job/index.js';
import {
  GroupId,
  GroupingChange,
  GroupOfWork,
  IntervalChange,
  LifeView,
  NeedleEndRow,
} from '../life/index.js';
import { Id } from '../shared/index.js';
import { Nothing, reads, streams, writes } from './route.js';

const ofJob = z.strictObject({ jobId: Id });

/** How long needles last, and the jobs that calculate it. */
export const lifeRoutes = {
  readLife: reads({
    id: 'readLife',
    path: '/api/life',
    summary: 'How long needles last, by group, from the last fit',
    permission: 'operator',
    reply: LifeView,
  }),
  readGroupEnds: reads({
    id: 'readGroupEnds',
    path: '/api/life/groups/:groupId/needles',
    summary: 'The needles of a group: how long each was in, and what ended it',
    permission: 'operator',
    params: z.strictObject({ groupId: GroupId }),
    reply: z.array(NeedleEndRow),
  }),
  listIntervalChanges: reads({
    id: 'listIntervalChanges',
    path: '/api/life/interval-changes',
    summary: 'Intervals changed by a fit in the last week, latest first',
    permission: 'operator',
    reply: z.array(IntervalChange),
  }),
  fitLives: writes({
    id: 'fitLives',
    method: 'POST',
    path: '/api/life/fits',
    summary: 'Recalculate all lives from the present records',
    permission: 'mechanic',
    body: Nothing,
    reply: Job,
  }),
  regroup: writes({
    id: 'regroup',
    method: 'PUT',
    path: '/api/life/groupings/:groupId',
    summary: 'Merge a group into another or split it, and recalculate the lives',
    permission: 'lead',
    params: z.strictObject({ groupId: GroupOfWork }),
    body: GroupingChange,
    reply: Job,
    errors: ['group.unknown', 'group.merged', 'version.stale'],
  }),
  cancelJob: writes({
    id: 'cancelJob',
    method: 'POST',
    path: '/api/jobs/:jobId/cancellation',
    summary: 'Stop a job',
    permission: 'mechanic',
    params: ofJob,
    body: Nothing,
    reply: Job,
    errors: ['job.unknown', 'job.over'],
  }),
  watchJob: streams({
    id: 'watchJob',
    path: '/api/jobs/:jobId/live',
    summary: "A job's progress, as it runs",
    permission: 'operator',
    params: ofJob,
    reply: Job,
    errors: ['job.unknown'],
  }),
} as const;
