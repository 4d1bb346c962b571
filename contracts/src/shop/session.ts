import * as z from 'zod';
import { Person, SignInName } from './person.js';
import { Shop } from './shop.js';

/** Who is signed in, and the token every write must carry. The shop is told to people who are signed in. */
export const Session = z.object({
  csrfToken: z.string(),
  person: Person.nullable(),
  shop: Shop.nullable(),
});
export type Session = z.infer<typeof Session>;

export const SignIn = z.strictObject({ signInName: SignInName, password: z.string().min(1).max(200) });
export type SignIn = z.infer<typeof SignIn>;
