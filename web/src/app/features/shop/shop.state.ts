import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type {
  BadgeSignIn,
  CodeSignIn,
  FirstStart,
  OwnPin,
  PasswordChange,
  PinSignIn,
  Problem,
  Session,
  Shop,
  ShopRevision,
  SignIn,
  TabletPerson,
} from '@gantelet/contracts';
import type { TabletPass } from '../../shared/tablet-pass';

export const shopActions = createActionGroup({
  source: 'Shop',
  events: {
    'Session Wanted': emptyProps(),
    /** The server no longer knows who is behind this page: its content stays, and somebody signs in over it. */
    'Session Lost': emptyProps(),
    'Session Read': props<{ session: Session }>(),
    'Sign In': props<{ signIn: SignIn }>(),
    /** The first time, or after a forgotten password. */
    'Sign In By Code': props<{ signIn: CodeSignIn }>(),
    /** Sets up an empty works. */
    'First Start': props<{ start: FirstStart }>(),
    'Sign Out': emptyProps(),
    'Sign Out Everywhere': emptyProps(),
    'Change Password': props<{ change: PasswordChange }>(),
    /** The person's other sessions are over; this one continues. */
    'Password Changed': props<{ session: Session }>(),
    'Password Closed': emptyProps(),
    /** Who has a PIN, on a shared tablet. */
    'Tablet People Wanted': props<{ pass: TabletPass }>(),
    'Tablet People Read': props<{ people: readonly TabletPerson[] }>(),
    'Sign In By Pin': props<{ signIn: PinSignIn }>(),
    'Sign In By Badge': props<{ signIn: BadgeSignIn }>(),
    'Set Pin': props<{ change: OwnPin }>(),
    'Pin Set': props<{ hasPin: boolean }>(),
    Revise: props<{ key: string; revision: ShopRevision }>(),
    Revised: props<{ shop: Shop }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface ShopState {
  /** Null until the server has answered. */
  readonly session: Session | null;
  /** Set while somebody has to sign in again. */
  readonly lost: boolean;
  readonly busy: boolean;
  readonly problem: Problem | null;
  /** The password was changed in the open dialog. */
  readonly passwordChanged: boolean;
  /** What was done about the PIN in the open dialog; empty if nothing. */
  readonly pinDone: string;
  readonly tabletPeople: readonly TabletPerson[];
}

const initial: ShopState = {
  session: null,
  lost: false,
  busy: false,
  problem: null,
  passwordChanged: false,
  pinDone: '',
  tabletPeople: [],
};

export const shopFeature = createFeature({
  name: 'shop',
  reducer: createReducer(
    initial,
    on(
      shopActions.sessionWanted,
      shopActions.signIn,
      shopActions.signInByCode,
      shopActions.signInByPin,
      shopActions.signInByBadge,
      shopActions.setPin,
      shopActions.firstStart,
      shopActions.signOut,
      shopActions.signOutEverywhere,
      shopActions.changePassword,
      shopActions.revise,
      (state) => ({
        ...state,
        busy: true,
        problem: null,
      }),
    ),
    on(shopActions.sessionRead, (_, { session }): ShopState => ({ ...initial, session })),
    on(shopActions.tabletPeopleRead, (state, { people }) => ({ ...state, tabletPeople: people })),
    on(shopActions.pinSet, (state, { hasPin }) => ({
      ...state,
      busy: false,
      pinDone: hasPin ? 'Your PIN is set.' : 'You have no PIN now.',
    })),
    on(shopActions.passwordChanged, (state, { session }) => ({
      ...state,
      session,
      busy: false,
      passwordChanged: true,
    })),
    on(shopActions.passwordClosed, (state) => ({
      ...state,
      problem: null,
      passwordChanged: false,
      pinDone: '',
    })),
    // A person who has signed out since has not lost a session: one of their calls was still under way.
    on(shopActions.sessionLost, (state) =>
      state.session?.person ? { ...state, lost: true, busy: false, problem: null } : state,
    ),
    on(shopActions.revised, (state, { shop }) => ({
      ...state,
      session: state.session && { ...state.session, shop },
      busy: false,
    })),
    on(shopActions.failed, (state, { problem }) => ({ ...state, busy: false, problem })),
  ),
  extraSelectors: ({ selectSession }) => ({
    selectPerson: (state: Record<string, unknown>) => selectSession(state)?.person ?? null,
    selectShop: (state: Record<string, unknown>) => selectSession(state)?.shop ?? null,
    selectColourMarks: createSelector(selectSession, (session) => session?.shop?.colourMarks ?? []),
  }),
});
