import * as z from 'zod';
import { secret } from '../shared/index.js';
import { Person, SignInName, TypedPassword } from './person.js';
import { ShopCosts } from './shop-costs.js';
import { Shop } from './shop.js';

/** The shop as a person may see it: operators do not see what an hour of labour costs, and get null. */
export const ToldShop = Shop.extend({
  costs: ShopCosts.extend({ labourPerHour: ShopCosts.shape.labourPerHour.nullable() }),
});
export type ToldShop = z.infer<typeof ToldShop>;

/**
 * Who is signed in, and the CSRF token that every write must carry. The shop is shown to people who are signed in. An
 * empty works is set up by whoever has the code of its first start.
 */
export const Session = z.object({
  csrfToken: secret(z.string()),
  person: Person.nullable(),
  shop: ToldShop.nullable(),
  firstStart: z.boolean(),
});
export type Session = z.infer<typeof Session>;

export const SignIn = z.strictObject({ signInName: SignInName, password: TypedPassword });
export type SignIn = z.infer<typeof SignIn>;
