import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Problem, SetupListResult, SetupRow } from '@gantelet/contracts';

export const setupListActions = createActionGroup({
  source: 'Set-up list',
  events: {
    Opened: emptyProps(),
    Import: props<{ key: string; rows: readonly SetupRow[] }>(),
    Imported: props<{ result: SetupListResult }>(),
    /** The list was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface SetupListState {
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly imported: SetupListResult | null;
}

const initial: SetupListState = { saving: false, problem: null, imported: null };

export const setupListFeature = createFeature({
  name: 'setupList',
  reducer: createReducer(
    initial,
    on(setupListActions.opened, (): SetupListState => initial),
    on(setupListActions.import, (): SetupListState => ({ ...initial, saving: true })),
    on(setupListActions.imported, (_, { result }): SetupListState => ({ ...initial, imported: result })),
    on(setupListActions.refused, (_, { problem }): SetupListState => ({ ...initial, problem })),
  ),
});
