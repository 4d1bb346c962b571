import { createActionGroup, createFeature, createReducer, createSelector, on, props } from '@ngrx/store';
import type { DropTest, SeamGrade } from '@gantelet/core';
import type {
  BobbinCaseChange,
  BobbinCaseEntry,
  BobbinCaseSwap,
  BobbinReadingInput,
  GaugeReadingInput,
  KeptSettingInput,
  KnobMark,
  Problem,
  SeamJudge,
  TensionView,
  TestSeamInput,
} from '@gantelet/contracts';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import type { BalanceSearch, SearchQuestion } from './balance-search';
import { nextStep, type SearchWay } from './next-step';

/** A seam being judged. */
export interface SeamDraft {
  /** Null means the setting advised. */
  readonly turns: number | null;
  readonly grade: SeamGrade | null;
  readonly bothTight: boolean;
  readonly bobbinDrop: DropTest | null;
  readonly lockDepth: number | null;
  readonly preTensionTurns: number | null;
  readonly bobbinContrast: boolean;
  /** Causes other than tension were ruled out for this seam. */
  readonly ruledOut: boolean;
}

const EMPTY_SEAM: SeamDraft = {
  turns: null,
  grade: null,
  bothTight: false,
  bobbinDrop: null,
  lockDepth: null,
  preTensionTurns: null,
  bobbinContrast: false,
  ruledOut: false,
};

export const tensionActions = createActionGroup({
  source: 'Tension',
  events: {
    Opened: props<{ setupId: string }>(),
    'View Read': props<{ view: TensionView }>(),
    'Way Chosen': props<{ way: Partial<SearchWay> }>(),
    Searched: props<{ question: SearchQuestion; search: BalanceSearch }>(),
    'Draft Changed': props<{ change: Partial<SeamDraft> }>(),
    'Log Seam': props<{ key: string; sewnAt: string }>(),
    'Seam Logged': props<{ setupId: string }>(),
    /** About the bobbin or the gauge: the seam being judged stays. */
    'Reading Logged': props<{ setupId: string }>(),
    'Log Strip': props<{ key: string; seams: readonly TestSeamInput[] }>(),
    'Withdraw Seam': props<{ key: string; entryId: string }>(),
    'Log Gauge': props<{ key: string; reading: GaugeReadingInput }>(),
    'Log Bobbin': props<{ key: string; reading: BobbinReadingInput }>(),
    'Put Case In': props<{ key: string; swap: BobbinCaseSwap }>(),
    'Add Case': props<{ key: string; entry: BobbinCaseEntry }>(),
    'Revise Case': props<{ key: string; caseId: string; change: BobbinCaseChange }>(),
    'Judges Read': props<{ judges: readonly SeamJudge[] }>(),
    'Keep Setting': props<{ key: string; kept: KeptSettingInput }>(),
    'Mark Knob': props<{ key: string; knob: KnobMark }>(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface TensionState {
  readonly view: TensionView | null;
  /** How people read seams; empty until it has been read. */
  readonly judges: readonly SeamJudge[];
  /** What this visit does differently from the house rules. */
  readonly otherWay: Partial<SearchWay>;
  /** The last answer of the search, with its question. */
  readonly searched: { readonly question: SearchQuestion; readonly search: BalanceSearch } | null;
  readonly draft: SeamDraft;
  readonly saving: boolean;
  readonly problem: Problem | null;
}

/** Before the shop is known: the fewest changes that still work, most margin on both sides. */
const SHIPPED_WAY: SearchWay = { bobbin: 'leave-bobbin', target: 'middle', step: 'as-the-seam-tells' };

const initial: TensionState = {
  view: null,
  judges: [],
  otherWay: {},
  searched: null,
  draft: EMPTY_SEAM,
  saving: false,
  problem: null,
};

export const tensionFeature = createFeature({
  name: 'tension',
  reducer: createReducer(
    initial,
    on(tensionActions.opened, (state, { setupId }) =>
      state.view?.setup.id === setupId
        ? state
        : { ...initial, otherWay: state.otherWay, judges: state.judges },
    ),
    on(tensionActions.viewRead, (state, { view }) => ({ ...state, view, saving: false })),
    on(tensionActions.judgesRead, (state, { judges }) => ({ ...state, judges })),
    on(tensionActions.wayChosen, (state, { way }) => ({
      ...state,
      otherWay: { ...state.otherWay, ...way },
    })),
    on(tensionActions.searched, (state, { question, search }) => ({
      ...state,
      searched: { question, search },
    })),
    on(tensionActions.draftChanged, (state, { change }) => ({
      ...state,
      // Another grade or setting makes it another seam: causes have to be ruled out again.
      draft: { ...state.draft, ruledOut: false, ...change },
      problem: null,
    })),
    on(
      tensionActions.logSeam,
      tensionActions.logStrip,
      tensionActions.logBobbin,
      tensionActions.putCaseIn,
      tensionActions.addCase,
      tensionActions.reviseCase,
      tensionActions.withdrawSeam,
      tensionActions.logGauge,
      tensionActions.markKnob,
      tensionActions.keepSetting,
      (state) => ({ ...state, saving: true, problem: null }),
    ),
    on(tensionActions.seamLogged, (state) => ({ ...state, draft: EMPTY_SEAM })),
    // If the view cannot be read after a write, the write still happened.
    on(tensionActions.seamLogged, tensionActions.readingLogged, (state) => ({ ...state, saving: false })),
    on(tensionActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(tensionActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectView, selectOtherWay, selectDraft, selectSearched, selectJudges }) => {
    /** The house rules, unless this visit does otherwise. */
    const selectWay = createSelector(selectOtherWay, shopFeature.selectShop, (other, shop): SearchWay => ({
      ...SHIPPED_WAY,
      ...shop?.tension,
      ...other,
    }));
    const selectNextStep = createSelector(
      selectView,
      selectWay,
      catalogueFeature.selectValues,
      selectJudges,
      shopFeature.selectPerson,
      (view, way, values, judges, person) =>
        view && nextStep(view, way, values, judges, person?.name ?? null),
    );
    const selectQuestion = createSelector(selectNextStep, (step) => step?.question ?? null);
    /** The answer to the present question; null while it is worked out. */
    const selectSearch = createSelector(selectSearched, selectQuestion, (searched, question) =>
      searched?.question === question ? searched!.search : null,
    );
    /** The setting at which the seam being judged was sewn: as set by hand, else as advised, else as expected. */
    const selectTurns = createSelector(
      selectDraft,
      selectSearched,
      (draft, searched) => draft.turns ?? searched?.search.advice.turns ?? 0,
    );
    return { selectWay, selectNextStep, selectQuestion, selectSearch, selectTurns };
  },
});
