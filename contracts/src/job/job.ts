import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

export const JOB_KINDS = ['fit-lives', 'plan-rounds'] as const;
export const JOB_STATES = ['queued', 'running', 'done', 'failed', 'cancelled'] as const;

/** A long computation that the server does in the background. */
export const Job = z.object({
  id: Id,
  kind: z.enum(JOB_KINDS),
  state: z.enum(JOB_STATES),
  /** 0 to 1. */
  progress: z.number().min(0).max(1),
  askedBy: Name,
  askedAt: Instant,
  finishedAt: Instant.nullable(),
});
export type Job = z.infer<typeof Job>;

/** Whether a job is waiting or running. */
export function isOpenJob({ state }: Job): boolean {
  return state === 'queued' || state === 'running';
}
