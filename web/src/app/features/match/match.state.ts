import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type { LayerInput, Machine, NeedleChoice, Problem, SchoolChoice, Setup } from '@gantelet/contracts';
import { shopFeature } from '../shop/shop.state';
import { benchAnswer } from './bench-answer';

/** What is on the bench, as typed. Nothing here is computed. */
export interface BenchDraft {
  /** The saved set-up this was opened from; null for new work. */
  readonly saved: Setup | null;
  readonly name: string;
  readonly machineId: string | null;
  readonly layers: readonly LayerInput[];
  readonly threadText: string;
  /** Which of several readings of the label was chosen. */
  readonly readingIndex: number | null;
  readonly constructionId: string;
  readonly stitchLengthMm: number;
  /** Null follows the shop. */
  readonly schools: SchoolChoice | null;
  /** A needle other than the first ranked; null takes the first. */
  readonly picked: NeedleChoice | null;
}

export const EMPTY_BENCH: BenchDraft = {
  saved: null,
  name: '',
  machineId: null,
  layers: [],
  threadText: '',
  readingIndex: null,
  constructionId: 'bonded-nylon',
  stitchLengthMm: 4,
  schools: null,
  picked: null,
};

export const matchActions = createActionGroup({
  source: 'Match',
  events: {
    Opened: emptyProps(),
    'Lists Read': props<{ machines: readonly Machine[]; setups: readonly Setup[] }>(),
    'Setup Chosen': props<{ setupId: string }>(),
    'Setup Read': props<{ setup: Setup }>(),
    'Draft Changed': props<{ change: Partial<BenchDraft> }>(),
    'Bench Cleared': emptyProps(),
    /** `key` is the id of the write: sending it again is the same write. */
    Save: props<{ key: string; asNew: boolean }>(),
    Saved: props<{ setup: Setup }>(),
    'Make Present': props<{ key: string }>(),
    'Machine Changed': props<{ machine: Machine }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface MatchState {
  readonly machines: readonly Machine[];
  readonly setups: readonly Setup[];
  readonly draft: BenchDraft;
  readonly saving: boolean;
  readonly problem: Problem | null;
  /** What was last kept, in words. */
  readonly done: string;
}

const initial: MatchState = {
  machines: [],
  setups: [],
  draft: EMPTY_BENCH,
  saving: false,
  problem: null,
  done: '',
};

function draftOf(setup: Setup): BenchDraft {
  return {
    saved: setup,
    name: setup.name,
    machineId: setup.machineId,
    layers: setup.layers,
    threadText: setup.thread.label,
    readingIndex: 0,
    constructionId: setup.thread.constructionId,
    stitchLengthMm: setup.stitchLengthMm,
    schools: setup.schools,
    picked: setup.needle,
  };
}

const withSetup = (setups: readonly Setup[], setup: Setup): readonly Setup[] =>
  [...setups.filter(({ id }) => id !== setup.id), setup].sort((a, b) => a.name.localeCompare(b.name));

export const matchFeature = createFeature({
  name: 'match',
  reducer: createReducer(
    initial,
    on(matchActions.listsRead, (state, { machines, setups }) => ({ ...state, machines, setups })),
    on(matchActions.setupRead, (state, { setup }) => ({
      ...state,
      draft: draftOf(setup),
      problem: null,
      done: '',
    })),
    on(matchActions.draftChanged, (state, { change }) => ({
      ...state,
      draft: { ...state.draft, ...change },
      problem: null,
      done: '',
    })),
    on(matchActions.benchCleared, (state) => ({ ...state, draft: EMPTY_BENCH, problem: null, done: '' })),
    on(matchActions.save, matchActions.makePresent, (state) => ({
      ...state,
      saving: true,
      problem: null,
      done: '',
    })),
    on(matchActions.saved, (state, { setup }) => ({
      ...state,
      saving: false,
      draft: draftOf(setup),
      setups: withSetup(state.setups, setup),
      done: `Saved as ${setup.name}.`,
    })),
    on(matchActions.machineChanged, (state, { machine }) => ({
      ...state,
      saving: false,
      machines: state.machines.map((one) => (one.id === machine.id ? machine : one)),
      done: `${machine.name} is set for this work now.`,
    })),
    on(matchActions.failed, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectDraft, selectMachines }) => {
    const selectMachine = createSelector(
      selectMachines,
      selectDraft,
      (machines, { machineId }) => machines.find(({ id }) => id === machineId) ?? null,
    );
    const selectAnswer = createSelector(
      selectDraft,
      selectMachine,
      shopFeature.selectShop,
      (draft, machine, shop) =>
        benchAnswer(draft, machine, shop?.schools ?? { size: 'by-work', leatherPoint: 'cutting' }),
    );
    return { selectMachine, selectAnswer };
  },
});
