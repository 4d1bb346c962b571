import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { HookCheck, HookCheckEntry, Problem } from '@gantelet/contracts';
import { KEPT_HERE } from '../../shared/words/outbox-words';

export const hookActions = createActionGroup({
  source: 'Hook',
  events: {
    Opened: props<{ machineId: string }>(),
    'Checks Read': props<{ machineId: string; checks: readonly HookCheck[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Log: props<{ key: string; machineId: string; entry: HookCheckEntry }>(),
    Withdraw: props<{ key: string; machineId: string; checkId: string }>(),
    Written: props<{ machineId: string; checks: readonly HookCheck[]; done: string }>(),
    /** No answer: it is stored on the device and sent automatically. */
    Waits: emptyProps(),
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface HookState {
  readonly machineId: string | null;
  /** Of the machine, newest first; null until they have been read. */
  readonly checks: readonly HookCheck[] | null;
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
  readonly done: string;
  /** Counts writes: a form that was sent starts again. */
  readonly written: number;
}

const initial: HookState = {
  machineId: null,
  checks: null,
  saving: false,
  problem: null,
  refused: null,
  done: '',
  written: 0,
};

export const hookFeature = createFeature({
  name: 'hook',
  reducer: createReducer(
    initial,
    on(hookActions.opened, (state, { machineId }) =>
      state.machineId === machineId
        ? { ...state, problem: null, refused: null, done: '' }
        : { ...initial, machineId, written: state.written },
    ),
    on(hookActions.checksRead, (state, { machineId, checks }) =>
      state.machineId === machineId ? { ...state, checks, problem: null } : state,
    ),
    on(hookActions.log, hookActions.withdraw, (state) => ({
      ...state,
      saving: true,
      refused: null,
      done: '',
    })),
    on(hookActions.written, (state, { machineId, checks, done }) => ({
      ...state,
      ...(state.machineId === machineId ? { checks } : {}),
      saving: false,
      done,
      written: state.written + 1,
    })),
    on(hookActions.waits, (state) => ({
      ...state,
      saving: false,
      done: `Hook check: ${KEPT_HERE}`,
      written: state.written + 1,
    })),
    on(hookActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(hookActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
});
