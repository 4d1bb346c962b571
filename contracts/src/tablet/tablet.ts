import * as z from 'zod';
import { DeviceToken } from '../device/index.js';
import { Id, Name, secret } from '../shared/index.js';
import { PersonAccount, TypedPassword, type Role } from '../shop/index.js';

/** On a shared tablet nobody has more rights than this, whatever their role: a lead's rights need a password. */
const MOST_ON_TABLET = 'mechanic' as const satisfies Role;

/** The role of somebody signed in by PIN or badge. */
export const roleOnTablet = (role: Role): Role => (role === 'lead' ? MOST_ON_TABLET : role);

const SAME_DIGITS = /^(\d)\1+$/;
const isRow = (digits: string): boolean => '01234567890'.includes(digits) || '09876543210'.includes(digits);

/** What identifies a person on a shared tablet, where few attempts are allowed. */
export const Pin = secret(
  z
    .string()
    .regex(/^\d{4,8}$/, '4 to 8 digits')
    .refine((digits) => !SAME_DIGITS.test(digits) && !isRow(digits), {
      error: 'not all the same digit, and not in sequence',
    }),
);

/** A person's own new PIN, or null to remove it; the password proves who they are. */
export const OwnPin = z.strictObject({ password: TypedPassword, pin: Pin.nullable() });
export type OwnPin = z.infer<typeof OwnPin>;

/** Content of a badge's code: 25 random characters. */
export const BadgeCode = secret(z.string().regex(/^GB-[A-Z2-9]{25}$/, 'the code of a badge'));

/** An enrolled tablet's credentials. */
const tablet = { deviceId: Id, token: DeviceToken };

export const PinSignIn = z.strictObject({
  ...tablet,
  personId: Id,
  pin: secret(z.string().regex(/^\d{1,8}$/)),
});
export type PinSignIn = z.infer<typeof PinSignIn>;

export const BadgeSignIn = z.strictObject({ ...tablet, badge: BadgeCode });
export type BadgeSignIn = z.infer<typeof BadgeSignIn>;

/** Somebody who has a PIN, as a tablet lists them. */
export const TabletPerson = z.object({ id: Id, name: Name });
export type TabletPerson = z.infer<typeof TabletPerson>;

/** A person with a new badge, whose code is shown only once; an earlier badge of theirs becomes invalid. */
export const PersonWithBadge = z.object({ person: PersonAccount, badge: secret(z.string()) });
export type PersonWithBadge = z.infer<typeof PersonWithBadge>;
