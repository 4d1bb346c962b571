import * as z from 'zod';
import { Name, secret } from '../shared/index.js';
import { Password, SignInName } from './person.js';
import { SchoolChoice } from './shop.js';
import { Shift, TimeZone } from './shop-calendar.js';
import { ShopCosts } from './shop-costs.js';

/** What an empty works is set up with. The code is the one the server printed when it started. */
export const FirstStart = z.strictObject({
  code: secret(z.string().trim().min(1).max(100)),
  shop: z.strictObject({
    name: Name,
    timeZone: TimeZone,
    currency: ShopCosts.shape.currency,
    schools: SchoolChoice,
  }),
  lead: z.strictObject({ name: Name, signInName: SignInName, password: Password }),
  zones: z
    .array(Name)
    .min(1)
    .max(50)
    .refine((names) => new Set(names.map((name) => name.toLowerCase())).size === names.length, {
      error: 'each zone once',
    }),
  /** Every zone works all of them until changed. */
  shifts: z
    .array(Shift.omit({ id: true }))
    .min(1)
    .max(10),
});
export type FirstStart = z.infer<typeof FirstStart>;
