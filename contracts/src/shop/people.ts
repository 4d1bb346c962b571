import * as z from 'zod';
import { Instant, Name, Version } from '../shared/index.js';
import { Password, Person, Role, SignInName } from './person.js';

/** Letters and digits of a sign-in code: none that is taken for another one. */
export const CODE_SIGNS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';

/**
 * What lets somebody sign in once and choose a password: ten signs in two groups. Small letters, spaces and a missing
 * dash are taken too.
 *
 * @example SignInCode.parse('k7rtm 2pq9x') // 'K7RTM-2PQ9X'
 */
export const SignInCode = z
  .string()
  .max(40)
  .transform((text) => text.toUpperCase().replace(/[\s-]/g, ''))
  .refine((signs) => new RegExp(`^[${CODE_SIGNS}]{10}$`).test(signs), {
    error: 'ten letters and digits, such as K7RTM-2PQ9X',
  })
  .transform((signs) => `${signs.slice(0, 5)}-${signs.slice(5)}`);

/** Somebody new, or somebody with what is to be changed. */
export const PersonEntry = z.strictObject({ name: Name, role: Role, signInName: SignInName });
export type PersonEntry = z.infer<typeof PersonEntry>;

/** `active` false for somebody who left: what they did stays under their name. */
export const PersonRevision = PersonEntry.extend({ active: z.boolean(), version: Version });
export type PersonRevision = z.infer<typeof PersonRevision>;

/** A person as the lead sees them. */
export const PersonAccount = Person.extend({
  signInName: SignInName,
  active: z.boolean(),
  /** Until when a sign-in code stands that was not used yet; null when there is none. */
  codeUntil: Instant.nullable(),
  version: Version,
});
export type PersonAccount = z.infer<typeof PersonAccount>;

/** A person with a new sign-in code, which is told this once. */
export const PersonWithCode = z.object({ person: PersonAccount, code: z.string() });
export type PersonWithCode = z.infer<typeof PersonWithCode>;

/** Signing in by a code, with the password to use from then on. */
export const CodeSignIn = z.strictObject({ signInName: SignInName, code: SignInCode, password: Password });
export type CodeSignIn = z.infer<typeof CodeSignIn>;
