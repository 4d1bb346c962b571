import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { CounterLeap, IntervalChange, Problem } from '@gantelet/contracts';

export const nowActions = createActionGroup({
  source: 'Now',
  events: {
    Opened: emptyProps(),
    'Intervals Read': props<{ intervals: readonly IntervalChange[] }>(),
    'Leaps Read': props<{ leaps: readonly CounterLeap[] }>(),
    'Decide Leap': props<{ key: string; leap: CounterLeap; accepted: boolean }>(),
    'Leap Decided': props<{ leapId: string; done: string }>(),
    'Leap Refused': props<{ leapId: string; problem: Problem }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface NowState {
  readonly intervals: readonly IntervalChange[];
  readonly leaps: readonly CounterLeap[];
  /** Jumps with a decision under way. */
  readonly deciding: readonly string[];
  readonly done: string;
  readonly problem: Problem | null;
}

const initial: NowState = {
  intervals: [],
  leaps: [],
  deciding: [],
  done: '',
  problem: null,
};

const without = (ids: readonly string[], id: string): readonly string[] => ids.filter((one) => one !== id);

export const nowFeature = createFeature({
  name: 'now',
  reducer: createReducer(
    initial,
    on(nowActions.opened, (state) => ({ ...state, done: '', problem: null })),
    on(nowActions.intervalsRead, (state, { intervals }) => ({ ...state, intervals })),
    on(nowActions.leapsRead, (state, { leaps }) => ({ ...state, leaps })),
    on(nowActions.decideLeap, (state, { leap }) => ({
      ...state,
      deciding: [...state.deciding, leap.id],
      done: '',
      problem: null,
    })),
    on(nowActions.leapDecided, (state, { leapId, done }) => ({
      ...state,
      leaps: state.leaps.filter(({ id }) => id !== leapId),
      deciding: without(state.deciding, leapId),
      done,
    })),
    on(nowActions.leapRefused, (state, { leapId, problem }) => ({
      ...state,
      deciding: without(state.deciding, leapId),
      problem,
    })),
    on(nowActions.failed, (state, { problem }) => ({ ...state, problem })),
  ),
});
