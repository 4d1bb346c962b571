import * as z from 'zod';
import { Zone } from '../floor/index.js';
import { Job } from '../job/index.js';
import { Id, Name } from '../shared/index.js';
import { NeedleStock } from '../store/index.js';
import { RoundsNotice } from './round-sheet.js';
import { NoPlan, RoundsPlanView } from './rounds-plan.js';
import { RoundsSettings } from './rounds-settings.js';

/** Everything the Rounds room shows. */
export const RoundsView = z.object({
  timeZone: z.string(),
  currency: z.string(),
  /** Hours of the flat rule. */
  flatHours: z.number(),
  settings: RoundsSettings,
  people: z.array(z.object({ id: Id, name: Name })),
  shifts: z.array(z.object({ id: Id, name: Name })),
  zones: z.array(Zone),
  machines: z.array(z.object({ id: Id, name: Name })),
  /** The last plan, or null before the first. */
  plan: RoundsPlanView.nullable(),
  /** Set when the last search found that no plan is possible. */
  noPlan: NoPlan.nullable(),
  job: Job.nullable(),
  stock: z.array(NeedleStock),
  notices: z.array(RoundsNotice),
});
export type RoundsView = z.infer<typeof RoundsView>;
