import * as z from 'zod';
import { Id, Name, secret } from '../shared/index.js';

/** Roles, each including everything the previous ones may do. */
export const ROLES = ['operator', 'mechanic', 'lead'] as const;
export const Role = z.enum(ROLES);
export type Role = z.infer<typeof Role>;

/** Whether a role is at least the one required. */
export function roleReaches(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}

export const Person = z.object({ id: Id, name: Name, role: Role });
export type Person = z.infer<typeof Person>;

export const SignInName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9][a-z0-9.-]{1,39}$/, '2 to 40 letters, digits, dots or dashes');
/** Minimum length of a password. */
export const SHORTEST_PASSWORD = 8;
export const Password = secret(z.string().min(SHORTEST_PASSWORD).max(200));
/** A password as it is typed to prove who somebody is: it may be from before there was a shortest one. */
export const TypedPassword = secret(z.string().min(1).max(200));

/** A person's own new password, with the one it replaces. */
export const PasswordChange = z.strictObject({ current: TypedPassword, next: Password });
export type PasswordChange = z.infer<typeof PasswordChange>;
