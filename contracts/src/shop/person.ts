import * as z from 'zod';
import { Id, Name } from '../shared/index.js';

/** Roles, each able to do all that the ones before it can. */
export const ROLES = ['operator', 'mechanic', 'lead'] as const;
export const Role = z.enum(ROLES);
export type Role = z.infer<typeof Role>;

/** Whether a role reaches the one a task needs. */
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
/** Letters a password has at least. */
export const SHORTEST_PASSWORD = 8;
export const Password = z.string().min(SHORTEST_PASSWORD).max(200);

/** Somebody's own new password, with the one it replaces. */
export const PasswordChange = z.strictObject({ current: z.string().min(1).max(200), next: Password });
export type PasswordChange = z.infer<typeof PasswordChange>;
