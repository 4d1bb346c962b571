import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Problem, Safekeeping, SafekeepingRule } from '@gantelet/contracts';

export const safekeepingActions = createActionGroup({
  source: 'Safekeeping',
  events: {
    Opened: emptyProps(),
    Read: props<{ safekeeping: Safekeeping }>(),
    'Revise Rule': props<{ key: string; rule: SafekeepingRule }>(),
    'Lift Lock': props<{ key: string; personId: string; name: string }>(),
    Saved: props<{ safekeeping: Safekeeping; said: string }>(),
    Failed: props<{ problem: Problem }>(),
    Refused: props<{ problem: Problem }>(),
  },
});

export interface SafekeepingState {
  /** Null until it has been read, and for people who do not look after it. */
  readonly safekeeping: Safekeeping | null;
  readonly saving: boolean;
  /** What was done last; empty if nothing was. */
  readonly done: string;
  readonly problem: Problem | null;
}

const initial: SafekeepingState = { safekeeping: null, saving: false, done: '', problem: null };

export const safekeepingFeature = createFeature({
  name: 'safekeeping',
  reducer: createReducer(
    initial,
    on(safekeepingActions.opened, (state) => ({ ...state, done: '', problem: null })),
    on(safekeepingActions.read, (state, { safekeeping }) => ({ ...state, safekeeping })),
    on(safekeepingActions.reviseRule, safekeepingActions.liftLock, (state) => ({
      ...state,
      saving: true,
      done: '',
      problem: null,
    })),
    on(safekeepingActions.saved, (state, { safekeeping, said }) => ({
      ...state,
      safekeeping,
      saving: false,
      done: said,
    })),
    on(safekeepingActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(safekeepingActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
});
