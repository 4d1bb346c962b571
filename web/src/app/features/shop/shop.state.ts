import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Problem, Session, Shop, ShopRevision, SignIn } from '@gantelet/contracts';

export const shopActions = createActionGroup({
  source: 'Shop',
  events: {
    'Session Wanted': emptyProps(),
    'Session Read': props<{ session: Session }>(),
    'Sign In': props<{ signIn: SignIn }>(),
    'Sign Out': emptyProps(),
    Revise: props<{ key: string; revision: ShopRevision }>(),
    Revised: props<{ shop: Shop }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface ShopState {
  /** Null until the server has been asked. */
  readonly session: Session | null;
  readonly busy: boolean;
  readonly problem: Problem | null;
}

const initial: ShopState = { session: null, busy: false, problem: null };

export const shopFeature = createFeature({
  name: 'shop',
  reducer: createReducer(
    initial,
    on(shopActions.sessionWanted, shopActions.signIn, shopActions.signOut, shopActions.revise, (state) => ({
      ...state,
      busy: true,
      problem: null,
    })),
    on(shopActions.sessionRead, (_, { session }): ShopState => ({ session, busy: false, problem: null })),
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
  }),
});
