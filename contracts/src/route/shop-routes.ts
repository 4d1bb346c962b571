import { Session, Shop, ShopRevision, SignIn } from '../shop/index.js';
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
} as const;
