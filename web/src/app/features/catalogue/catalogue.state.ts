import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { withShopValues } from '@gantelet/core';
import {
  lastEntries,
  presentShopValues,
  type Problem,
  type ShopValueEntry,
  type ShopValueInput,
} from '@gantelet/contracts';

export const catalogueActions = createActionGroup({
  source: 'Catalogue',
  events: {
    /** A room needs the shop's values. */
    Wanted: emptyProps(),
    'History Read': props<{ history: readonly ShopValueEntry[] }>(),
    'Set Value': props<{ key: string; input: ShopValueInput }>(),
    'Value Set': props<{ entry: ShopValueEntry }>(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface CatalogueState {
  /** Oldest first. */
  readonly history: readonly ShopValueEntry[];
  readonly saving: boolean;
  readonly problem: Problem | null;
}

const initial: CatalogueState = { history: [], saving: false, problem: null };

export const catalogueFeature = createFeature({
  name: 'catalogue',
  reducer: createReducer(
    initial,
    on(catalogueActions.historyRead, (state, { history }) => ({ ...state, history })),
    on(catalogueActions.setValue, (state) => ({ ...state, saving: true, problem: null })),
    on(catalogueActions.valueSet, (state, { entry }) => ({
      ...state,
      saving: false,
      history: [...state.history, entry],
    })),
    on(catalogueActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(catalogueActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectHistory }) => ({
    /** The values that every calculation here uses. */
    selectValues: createSelector(selectHistory, (history) => withShopValues(presentShopValues(history))),
    /** The entry now in force, by value id. */
    selectPresent: createSelector(selectHistory, lastEntries),
  }),
});
