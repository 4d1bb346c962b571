import * as z from 'zod';
import { Id, Instant, Name } from '../shared/index.js';

/** The basis of the stated confidence; null if none was stated. */
const Claim = z.enum(['both-edges', 'lock-measured', 'balanced-twice']).nullable();

/** A top setting that somebody decided to save, and the confidence in it at the time. */
export const KeptSettingInput = z.strictObject({
  turns: z.number().min(0).max(30).multipleOf(0.125),
  sure: z.number().min(0).max(1),
  claim: Claim,
  keptAt: Instant,
});
export type KeptSettingInput = z.infer<typeof KeptSettingInput>;

export const KeptSetting = KeptSettingInput.extend({ id: Id, keptBy: Name });
export type KeptSetting = z.infer<typeof KeptSetting>;
