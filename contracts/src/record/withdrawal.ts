import * as z from 'zod';
import { Id } from '../shared/index.js';

/** Logs whose entries can be withdrawn. Pieces and needle changes are handled separately. */
export const WITHDRAWABLE_LOGS = [
  'test-seam',
  'bobbin-reading',
  'gauge-reading',
  'kept-setting',
  'service',
  'spot-check',
  'needle-check',
  'hook-check',
  'pull-test',
  'hand-settings',
  'store-move',
] as const;
export type WithdrawableLog = (typeof WITHDRAWABLE_LOGS)[number];

/** An entry logged by mistake: it stays, but no longer counts. */
export const Withdrawal = z.strictObject({ log: z.enum(WITHDRAWABLE_LOGS), entryId: Id });
export type Withdrawal = z.infer<typeof Withdrawal>;
