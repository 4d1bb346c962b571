import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

/** Needle thread tension on a gauge at a setting of the top knob: the mean of up to five pulls. */
export const GaugeReadingInput = z.strictObject({
  turns: z.number().min(0).max(30).multipleOf(0.125),
  tensionCn: z.number().positive().max(5000),
  pulls: z.int().min(1).max(5),
  readAt: Instant,
});
export type GaugeReadingInput = z.infer<typeof GaugeReadingInput>;

/** A gauge reading as it was logged, with its thread. */
export const LoggedGaugeReading = GaugeReadingInput.extend({
  id: Id,
  setupId: Id,
  tex: z.number().positive(),
  readBy: Name,
});
export type LoggedGaugeReading = z.infer<typeof LoggedGaugeReading>;
