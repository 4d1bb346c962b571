import { Session, Shop, ShopCalendar, ShopRevision, SignIn } from '../shop/index.js';
import { Nothing, reads, writes } from './route.js';

/** Signing in, and how the shop works. */
export const shopRoutes = {
  readSession: reads({
    id: 'readSession',
    path: '/api/session',
    summary: 'Who is signed in, and the token for writes',
    permission: 'anyone',
    reply: Session,
  }),
  signIn: writes({
    id: 'signIn',
    method: 'POST',
    path: '/api/session',
    summary: 'Sign in',
    permission: 'anyone',
    keyed: false,
    body: SignIn,
    reply: Session,
    errors: ['session.wrong', 'session.too-many'],
  }),
  signOut: writes({
    id: 'signOut',
    method: 'DELETE',
    path: '/api/session',
    summary: 'Sign out',
    permission: 'operator',
    keyed: false,
    body: Nothing,
    reply: Session,
  }),
  reviseShop: writes({
    id: 'reviseShop',
    method: 'PUT',
    path: '/api/shop',
    summary: 'Choose the schools and the planned interval of the shop',
    permission: 'lead',
    body: ShopRevision,
    reply: Shop,
    errors: ['version.stale'],
  }),
  readShopCalendar: reads({
    id: 'readShopCalendar',
    path: '/api/shop/calendar',
    summary: 'Time zone and shifts of the shop, and which zones work them',
    permission: 'operator',
    reply: ShopCalendar,
  }),
  reviseShopCalendar: writes({
    id: 'reviseShopCalendar',
    method: 'PUT',
    path: '/api/shop/calendar',
    summary: 'Change when the shop works',
    permission: 'lead',
    body: ShopCalendar,
    reply: ShopCalendar,
    errors: ['version.stale', 'calendar.shifts', 'zone.unknown'],
  }),
} as const;
