import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { PlateChange, PlateEntry, PlateView, Problem } from '@gantelet/contracts';

export const plateActions = createActionGroup({
  source: 'Plate',
  events: {
    Opened: emptyProps(),
    Read: props<{ plates: readonly PlateView[]; done: string }>(),
    Add: props<{ key: string; entry: PlateEntry }>(),
    Change: props<{ key: string; plateId: string; change: PlateChange }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface PlateState {
  /** Shared plates, by hole; null until they have been read. */
  readonly plates: readonly PlateView[] | null;
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly done: string;
}

const initial: PlateState = { plates: null, saving: false, problem: null, done: '' };

export const plateFeature = createFeature({
  name: 'plate',
  reducer: createReducer(
    initial,
    on(plateActions.opened, (state) => ({ ...state, problem: null, done: '' })),
    on(plateActions.add, plateActions.change, (state) => ({
      ...state,
      saving: true,
      problem: null,
      done: '',
    })),
    on(plateActions.read, (state, { plates, done }) => ({ ...state, plates, done, saving: false })),
    on(plateActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(plateActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
});
