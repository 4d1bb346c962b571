import * as z from 'zod';
import { NeedleChoice } from '../match/index.js';
import { Id, Instant, Name } from '../shared/index.js';

/** Number of a pocket for part-used needles. */
export const Pocket = z.int().min(1).max(999);

/** A needle that came out before its time and lies in a numbered pocket until it is used again. */
export const PartUsedNeedle = z.object({
  id: Id,
  pocket: Pocket,
  needle: NeedleChoice,
  lotCode: z.string().nullable(),
  runningHours: z.number().min(0),
  machineName: Name,
  /** The work it was used for. */
  setupName: Name.nullable(),
  keptAt: Instant,
  keptBy: Name,
});
export type PartUsedNeedle = z.infer<typeof PartUsedNeedle>;

export const PocketMove = z.strictObject({ pocket: Pocket });

/** What the sharps box should contain. */
export const Sharps = z.object({
  needles: z.int().min(0),
  /** Null if it was never emptied. */
  since: Instant.nullable(),
});
export type Sharps = z.infer<typeof Sharps>;

/** The box was emptied and its contents counted. */
export const SharpsEmptied = z.strictObject({ counted: z.int().min(0).max(10_000) });
export type SharpsEmptied = z.infer<typeof SharpsEmptied>;
