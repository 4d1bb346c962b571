import * as z from 'zod';
import { Id, Instant, Name, Version } from '../shared/index.js';

/** How old the newest copy and the last restore drill may become before the lead is told. */
const rule = {
  backupWithinHours: z.int().min(1).max(8760),
  drillWithinDays: z.int().min(1).max(3650),
};

export const SafekeepingRule = z.strictObject({ ...rule, version: Version });
export type SafekeepingRule = z.infer<typeof SafekeepingRule>;

/** A nightly backup may be missed once; a restore is tried every quarter. Assumption. */
export const USUAL_SAFEKEEPING: SafekeepingRule = { backupWithinHours: 48, drillWithinDays: 92, version: 0 };

/** A restore that was tried beside the shop, as the command records it. */
export const RestoreDrill = z.strictObject({
  /** Name of the backup's file. */
  file: z.string().max(200),
  /** Null if the copy could not even be read. */
  backupMadeAt: Instant.nullable(),
  /** What went wrong; empty if it was restored whole. */
  wrong: z.string().transform((text) => text.slice(0, 1000)),
});
export type RestoreDrill = z.infer<typeof RestoreDrill>;

/** How the shop's data is kept safe. */
export const Safekeeping = z.object({
  rule: SafekeepingRule,
  backup: z.object({
    /** When the last backup known to be complete was made; null if none was. */
    madeAt: Instant.nullable(),
    /** Encrypted with a key: whoever finds it can read nothing. */
    sealed: z.boolean(),
    /** Whether the next one is due; never in the demo. */
    due: z.boolean(),
  }),
  drill: z.object({
    /** The last one; null if none was tried. */
    last: z.object({ doneAt: Instant, ...RestoreDrill.shape }).nullable(),
    /** Whether one is due, or the last one failed; never in the demo. */
    due: z.boolean(),
  }),
  /** People who cannot sign in for now because of wrong attempts. */
  locked: z.array(z.object({ personId: Id, name: Name, way: z.enum(['pin', 'password']), until: Instant })),
  /** Messages that were given up in the last week. */
  undelivered: z.array(
    z.object({ address: z.string(), subject: z.string(), givenUpAt: Instant, problem: z.string() }),
  ),
  /** Room on the disk of the database; null where this server does not know it. */
  disk: z.object({ freeBytes: z.number(), totalBytes: z.number(), low: z.boolean() }).nullable(),
  /** Where the chain of the book ends. */
  book: z.object({ place: z.int().min(0), seal: z.string() }),
});
export type Safekeeping = z.infer<typeof Safekeeping>;
