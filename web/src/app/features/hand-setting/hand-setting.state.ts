import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { HandSettingsEntry, Problem } from '@gantelet/contracts';
import { KEPT_HERE } from '../../shared/words/outbox-words';

export const handSettingActions = createActionGroup({
  source: 'Hand setting',
  events: {
    Opened: emptyProps(),
    /** `key` is the id of the write: sending it again is the same write. */
    Log: props<{ key: string; settings: HandSettingsEntry }>(),
    Logged: emptyProps(),
    /** No answer: it is stored on the device and sent automatically. */
    Waits: emptyProps(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface HandSettingState {
  readonly saving: boolean;
  readonly refused: Problem | null;
  readonly done: string;
  /** Counts writes: the next one is a new write. */
  readonly written: number;
}

const initial: HandSettingState = { saving: false, refused: null, done: '', written: 0 };

export const handSettingFeature = createFeature({
  name: 'handSetting',
  reducer: createReducer(
    initial,
    on(handSettingActions.opened, (state) => ({ ...state, refused: null, done: '' })),
    on(handSettingActions.log, (state) => ({ ...state, saving: true, refused: null, done: '' })),
    on(handSettingActions.logged, (state) => ({
      ...state,
      saving: false,
      done: 'Logged.',
      written: state.written + 1,
    })),
    on(handSettingActions.waits, (state) => ({
      ...state,
      saving: false,
      done: `Settings: ${KEPT_HERE}`,
      written: state.written + 1,
    })),
    on(handSettingActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
});
