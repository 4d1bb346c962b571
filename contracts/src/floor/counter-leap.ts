import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

/** A count higher than can have been sewn: left out of the running hours until a mechanic decides. */
export const CounterLeap = z.object({
  id: Id,
  machineId: Id,
  machineName: Name,
  /** The reading before, and the one that claims it. */
  from: Instant,
  to: Instant,
  stitches: z.number().min(0),
  motorHours: z.number().min(0),
});
export type CounterLeap = z.infer<typeof CounterLeap>;

/** Whether a jump counts. */
export const LeapDecision = z.strictObject({ accepted: z.boolean() });
export type LeapDecision = z.infer<typeof LeapDecision>;
