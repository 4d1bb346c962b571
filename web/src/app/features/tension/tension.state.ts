import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import type { DropTest, SeamGrade } from '@gantelet/core';
import type { KnobMark, Problem, TensionView } from '@gantelet/contracts';
import { nextStep } from './next-step';

/** A seam being judged. */
export interface SeamDraft {
  /** Null takes the setting advised. */
  readonly turns: number | null;
  readonly grade: SeamGrade | null;
  readonly bothTight: boolean;
  readonly bobbinDrop: DropTest | null;
}

const EMPTY_SEAM: SeamDraft = { turns: null, grade: null, bothTight: false, bobbinDrop: null };

export const tensionActions = createActionGroup({
  source: 'Tension',
  events: {
    Opened: props<{ setupId: string }>(),
    'View Read': props<{ view: TensionView }>(),
    'Draft Changed': props<{ change: Partial<SeamDraft> }>(),
    'Log Seam': props<{ key: string; sewnAt: string }>(),
    'Seam Logged': props<{ setupId: string }>(),
    'Mark Knob': props<{ key: string; knob: KnobMark }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface TensionState {
  readonly view: TensionView | null;
  readonly draft: SeamDraft;
  readonly saving: boolean;
  readonly problem: Problem | null;
}

const initial: TensionState = { view: null, draft: EMPTY_SEAM, saving: false, problem: null };

export const tensionFeature = createFeature({
  name: 'tension',
  reducer: createReducer(
    initial,
    on(tensionActions.opened, (state, { setupId }) => (state.view?.setup.id === setupId ? state : initial)),
    on(tensionActions.viewRead, (state, { view }) => ({ ...state, view, saving: false })),
    on(tensionActions.draftChanged, (state, { change }) => ({
      ...state,
      draft: { ...state.draft, ...change },
      problem: null,
    })),
    on(tensionActions.logSeam, tensionActions.markKnob, (state) => ({
      ...state,
      saving: true,
      problem: null,
    })),
    on(tensionActions.seamLogged, (state) => ({ ...state, draft: EMPTY_SEAM })),
    on(tensionActions.failed, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectView, selectDraft }) => {
    const selectNextStep = createSelector(selectView, (view) => view && nextStep(view));
    /** The setting the seam being judged was sewn at. */
    const selectTurns = createSelector(
      selectDraft,
      selectNextStep,
      (draft, next) => draft.turns ?? next?.nextTurns ?? 0,
    );
    return { selectNextStep, selectTurns };
  },
});
