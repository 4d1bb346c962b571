import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type {
  Problem,
  StoreItemEntry,
  StoreItemRevision,
  StoreMoveWrite,
  StoreOrderEntry,
  StoreRow,
  StoreView,
} from '@gantelet/contracts';

/** Everything that can be recorded in the store. */
export type StoreWrite =
  | { readonly deed: 'add'; readonly entry: StoreItemEntry }
  | { readonly deed: 'revise'; readonly itemId: string; readonly revision: StoreItemRevision }
  | { readonly deed: 'move'; readonly itemId: string; readonly what: string; readonly entry: StoreMoveWrite }
  | { readonly deed: 'order'; readonly itemId: string; readonly entry: StoreOrderEntry }
  | { readonly deed: 'receive'; readonly orderId: string; readonly quantity: number }
  | { readonly deed: 'take-back'; readonly moveId: string };

export const storeActions = createActionGroup({
  source: 'Store',
  events: {
    Opened: emptyProps(),
    'View Read': props<{ view: StoreView }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Write: props<{ key: string; write: StoreWrite }>(),
    Import: props<{ key: string; rows: readonly StoreRow[] }>(),
    Written: props<{ view: StoreView; done: string }>(),
    /** A move stored on this device until the network is back. */
    Waits: emptyProps(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface StoreState {
  /** Null until it has been read. */
  readonly view: StoreView | null;
  readonly saving: boolean;
  /** Writes that were answered. */
  readonly written: number;
  readonly done: string;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

const initial: StoreState = {
  view: null,
  saving: false,
  written: 0,
  done: '',
  problem: null,
  refused: null,
};

export const storeFeature = createFeature({
  name: 'store',
  reducer: createReducer(
    initial,
    on(storeActions.opened, (state) => ({ ...state, done: '', refused: null })),
    on(storeActions.viewRead, (state, { view }) => ({ ...state, view, problem: null })),
    on(storeActions.write, storeActions.import, (state) => ({
      ...state,
      saving: true,
      refused: null,
      done: '',
    })),
    on(storeActions.written, (state, { view, done }) => ({
      ...state,
      view,
      done,
      saving: false,
      written: state.written + 1,
    })),
    on(storeActions.waits, (state) => ({
      ...state,
      done: 'Saved on this device: it counts when the network is back.',
      saving: false,
      written: state.written + 1,
    })),
    on(storeActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(storeActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
});
