import * as z from 'zod';
import { Instant, Name, secret, Version } from '../shared/index.js';
import { Password, Person, Role, SignInName } from './person.js';

/** Letters and digits of a sign-in code: none that can be mistaken for another. */
export const CODE_SIGNS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';

/**
 * Lets somebody sign in once and choose a password: ten characters in two groups. Lower case, spaces and a missing
 * dash are accepted too.
 *
 * @example SignInCode.parse('k7rtm 2pq9x') // 'K7RTM-2PQ9X'
 */
export const SignInCode = secret(
  z
    .string()
    .max(40)
    .transform((text) => text.toUpperCase().replace(/[\s-]/g, ''))
    .refine((signs) => new RegExp(`^[${CODE_SIGNS}]{10}$`).test(signs), {
      error: 'ten letters and digits, such as K7RTM-2PQ9X',
    })
    .transform((signs) => `${signs.slice(0, 5)}-${signs.slice(5)}`),
);

/** A new person, or a person's revised details. */
export const PersonEntry = z.strictObject({ name: Name, role: Role, signInName: SignInName });
export type PersonEntry = z.infer<typeof PersonEntry>;

/** `active` is false for somebody who has left: what they did stays under their name. */
export const PersonRevision = PersonEntry.extend({ active: z.boolean(), version: Version });
export type PersonRevision = z.infer<typeof PersonRevision>;

/** A person as the lead sees them. */
export const PersonAccount = Person.extend({
  signInName: SignInName,
  active: z.boolean(),
  /** When an unused sign-in code expires; null if there is none. */
  codeUntil: Instant.nullable(),
  version: Version,
});
export type PersonAccount = z.infer<typeof PersonAccount>;

/** A person with a new sign-in code, which is shown only once. */
export const PersonWithCode = z.object({ person: PersonAccount, code: secret(z.string()) });
export type PersonWithCode = z.infer<typeof PersonWithCode>;

/** Signing in with a code, and the password to use from then on. */
export const CodeSignIn = z.strictObject({ signInName: SignInName, code: SignInCode, password: Password });
export type CodeSignIn = z.infer<typeof CodeSignIn>;
