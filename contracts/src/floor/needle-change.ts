import * as z from 'zod';
import { FRAGMENT_COUNTS, REMOVAL_CAUSES } from '@gantelet/core';
import { ClaimedInstant, Id } from '../shared/index.js';
import { NeedleChoice } from '../match/index.js';
import { Pocket } from './part-used-needle.js';

/**
 * One needle out and one in. `removesInstallId` is the needle the person saw in the machine: if it has another by
 * then, the change is refused.
 */
export const NeedleSwap = z
  .strictObject({
    removesInstallId: Id.nullable(),
    cause: z.enum(REMOVAL_CAUSES),
    fragments: z.enum(FRAGMENT_COUNTS),
    needle: NeedleChoice,
    /** The lot of a new needle; null if nobody knows. */
    lotId: Id.nullable().default(null),
    /** Pocket for the needle that came out; null for the sharps box. */
    keptInPocket: Pocket.nullable().default(null),
    /** The part-used needle that goes in; null for a new one. */
    partUsedId: Id.nullable().default(null),
  })
  .refine(
    (change) =>
      change.keptInPocket === null ||
      (change.removesInstallId !== null && change.fragments === 'whole' && change.cause === 'changeover'),
    { path: ['keptInPocket'], error: 'only a whole needle that came out for other work can be kept' },
  )
  .refine(
    (change) => change.fragments === 'whole' || change.cause === 'accident' || change.cause === 'wear',
    {
      path: ['fragments'],
      error: 'a broken needle came out by wear or accident',
    },
  );
export type NeedleSwap = z.infer<typeof NeedleSwap>;

/** A change, with its time. */
export const NeedleChange = NeedleSwap.safeExtend({
  /** Judged by the server, not here: a piece that is missing stops the machine whatever the clock said. */
  changedAt: ClaimedInstant,
});
export type NeedleChange = z.infer<typeof NeedleChange>;

/** What a mechanic found out about a piece that was reported missing. */
export const ClearanceFinding = z.enum(['piece-found', 'work-quarantined', 'none-missing']);

/** A mechanic's clearance of one missing piece: when it was the only one, the machine may run again. */
export const Clearance = z.strictObject({
  stopId: Id,
  finding: ClearanceFinding,
  /** Hook, plate and bobbin case were felt for burrs. Must be true: without it the machine stays stopped. */
  burrsChecked: z.literal(true, { error: 'feel hook, plate and case for burrs first' }),
});
export type Clearance = z.infer<typeof Clearance>;
