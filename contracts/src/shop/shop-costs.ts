import * as z from 'zod';
import { MATERIAL_KINDS } from '@gantelet/core';

const Money = z.number().min(0).max(1_000_000);
const Minutes = z.number().min(0).max(1440);

/** The shop's costs, from which the best needle interval is calculated. */
export const ShopCosts = z.strictObject({
  /** ISO 4217. */
  currency: z.string().regex(/^[A-Z]{3}$/, 'three capital letters, such as EUR'),
  needle: z.number().positive().max(10_000),
  labourPerHour: Money,
  plannedMinutes: Minutes,
  wearMinutes: Minutes,
  accidentMinutes: Minutes,
  spoiledWork: z.record(z.enum(MATERIAL_KINDS), Money),
});
export type ShopCosts = z.infer<typeof ShopCosts>;
