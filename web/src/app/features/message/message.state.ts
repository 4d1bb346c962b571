import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { MessageTargetEntry, MessageTargetWithKey, MessageView, Problem } from '@gantelet/contracts';

export const messageActions = createActionGroup({
  source: 'Message',
  events: {
    Opened: emptyProps(),
    Read: props<{ view: MessageView }>(),
    Add: props<{ key: string; entry: MessageTargetEntry }>(),
    Added: props<{ added: MessageTargetWithKey }>(),
    Drop: props<{ key: string; targetId: string; version: number }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface MessageState {
  /** Null until it has been read. */
  readonly view: MessageView | null;
  /** The recipient added last, with its key, which is shown once. */
  readonly added: MessageTargetWithKey | null;
  readonly saving: boolean;
  readonly problem: Problem | null;
}

const initial: MessageState = { view: null, added: null, saving: false, problem: null };

export const messageFeature = createFeature({
  name: 'message',
  reducer: createReducer(
    initial,
    on(messageActions.opened, (state) => ({ ...state, problem: null, added: null })),
    on(messageActions.read, (state, { view }) => ({ ...state, view, saving: false })),
    on(messageActions.add, messageActions.drop, (state) => ({
      ...state,
      saving: true,
      problem: null,
      added: null,
    })),
    on(messageActions.added, (state, { added }) => ({
      ...state,
      view: state.view && { ...state.view, targets: [...state.view.targets, added.target] },
      saving: false,
      added,
    })),
    on(messageActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(messageActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
});
