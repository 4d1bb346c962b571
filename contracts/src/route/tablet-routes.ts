import * as z from 'zod';
import { Session } from '../shop/index.js';
import { Id } from '../shared/index.js';
import { BadgeSignIn, PersonWithBadge, OwnPin, PinSignIn, TabletPerson } from '../tablet/index.js';
import { Nothing, reads, writes } from './route.js';

/** Signing in and out on a shared tablet. */
export const tabletRoutes = {
  listTabletPeople: reads({
    id: 'listTabletPeople',
    path: '/api/devices/:deviceId/people',
    summary: 'Who has a PIN, by name; for enrolled tablets only',
    permission: 'device',
    params: z.strictObject({ deviceId: Id }),
    reply: z.array(TabletPerson),
    errors: ['device.token', 'tablet.unknown'],
  }),
  signInByPin: writes({
    id: 'signInByPin',
    method: 'POST',
    path: '/api/session/pin',
    summary:
      "Sign in by PIN on an enrolled tablet: until ten minutes without activity, with a mechanic's rights at most",
    permission: 'anyone',
    keyed: false,
    body: PinSignIn,
    reply: Session,
    errors: ['tablet.unknown', 'pin.wrong', 'pin.locked', 'session.too-many'],
  }),
  signInByBadge: writes({
    id: 'signInByBadge',
    method: 'POST',
    path: '/api/session/badge',
    summary: 'Sign in by badge on an enrolled tablet, as by PIN',
    permission: 'anyone',
    keyed: false,
    body: BadgeSignIn,
    reply: Session,
    errors: ['tablet.unknown', 'badge.wrong', 'session.too-many'],
  }),
  setPin: writes({
    id: 'setPin',
    method: 'PUT',
    path: '/api/session/pin',
    summary: 'Choose your own PIN for shared tablets, or remove it',
    permission: 'operator',
    keyed: false,
    body: OwnPin,
    reply: z.object({ hasPin: z.boolean() }),
    errors: ['password.wrong', 'session.too-many', 'server.busy'],
  }),
  makeBadge: writes({
    id: 'makeBadge',
    method: 'POST',
    path: '/api/people/:personId/badge',
    summary: 'Make a new badge for a person; the previous one becomes invalid',
    permission: 'lead',
    secret: true,
    params: z.strictObject({ personId: Id }),
    body: Nothing,
    reply: PersonWithBadge,
    errors: ['person.unknown', 'person.left'],
  }),
} as const;
