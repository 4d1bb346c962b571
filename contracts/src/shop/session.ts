import * as z from 'zod';
import { Person, SignInName } from './person.js';
import { Shop } from './shop.js';

/**
 * Who is signed in, and the token every write must carry. The shop is told to people who are signed in. A works that holds
 * nothing yet is begun by whoever has the code of its first start.
 */
export const Session = z.object({
  csrfToken: z.string(),
  person: Person.nullable(),
  shop: Shop.nullable(),
  firstStart: z.boolean(),
});
export type Session = z.infer<typeof Session>;

export const SignIn = z.strictObject({ signInName: SignInName, password: z.string().min(1).max(200) });
export type SignIn = z.infer<typeof SignIn>;
