import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import { group } from 'd3-array';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type {
  BalancedSetting,
  LoggedHandSettings,
  BobbinCaseView,
  Machine,
  Problem,
  Setup,
  SetupImportResult,
  StepTiming,
} from '@gantelet/contracts';
import { trustTimings } from '@gantelet/core';
import { keptOverReload } from '../../shared/kept-over-reload';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { shopFeature } from '../shop/shop.state';
import { benchAnswer } from './bench-answer';
import { EMPTY_BENCH, type BenchDraft } from './bench-draft';
import type { BenchShop } from './bench-shop';

export const matchActions = createActionGroup({
  source: 'Match',
  events: {
    Opened: emptyProps(),
    'Lists Read': props<{
      machines: readonly Machine[];
      setups: readonly Setup[];
      balanced: readonly BalancedSetting[];
      cases: readonly BobbinCaseView[];
      timings: readonly StepTiming[];
      hands: readonly LoggedHandSettings[];
    }>(),
    'Setup Chosen': props<{ setupId: string }>(),
    'Setup Read': props<{ setup: Setup }>(),
    'Draft Changed': props<{ change: Partial<BenchDraft> }>(),
    'Bench Cleared': emptyProps(),
    /** Puts the work that was set aside back on the bench. */
    'Put Back': emptyProps(),
    /** `key` is the id of the write: sending it again is the same write. */
    Save: props<{ key: string; asNew: boolean }>(),
    Saved: props<{ setup: Setup }>(),
    'Make Present': props<{ key: string }>(),
    'Machine Changed': props<{ machine: Machine }>(),
    'Import Cards': props<{ key: string; cards: readonly unknown[] }>(),
    'Cards Imported': props<{ result: SetupImportResult }>(),
    'Import Closed': emptyProps(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface MatchState {
  /** Whether the lists have been read; until then they are empty. */
  readonly read: boolean;
  readonly machineEntities: EntityState<Machine>;
  readonly setupEntities: EntityState<Setup>;
  readonly balanced: readonly BalancedSetting[];
  /** The last foot pressure, edge distance and speed of each set-up. */
  readonly hands: readonly LoggedHandSettings[];
  readonly cases: readonly BobbinCaseView[];
  /** Minutes of changeover steps as timed here. */
  readonly timings: readonly StepTiming[];
  readonly draft: BenchDraft;
  /** Unsaved work from before other work was put on the bench. */
  readonly putAside: BenchDraft | null;
  readonly saving: boolean;
  readonly problem: Problem | null;
  /** What was last saved, in words. */
  readonly done: string;
  /** The result of the last file of set-up cards. */
  readonly imported: SetupImportResult | null;
}

const machineAdapter = createEntityAdapter<Machine>();
const setupAdapter = createEntityAdapter<Setup>({ sortComparer: (a, b) => a.name.localeCompare(b.name) });

const initial: MatchState = {
  read: false,
  machineEntities: machineAdapter.getInitialState(),
  setupEntities: setupAdapter.getInitialState(),
  balanced: [],
  hands: [],
  cases: [],
  timings: [],
  draft: EMPTY_BENCH,
  putAside: null,
  saving: false,
  problem: null,
  done: '',
  imported: null,
};

function draftOf(setup: Setup): BenchDraft {
  return {
    ...EMPTY_BENCH,
    saved: setup,
    name: setup.name,
    machineId: setup.machineId,
    layers: setup.layers,
    threadText: setup.thread.label,
    readingIndex: 0,
    constructionId: setup.thread.constructionId,
    plateHoleMm: setup.plateHoleMm,
    stitchLengthMm: setup.stitchLengthMm,
    schools: setup.schools,
    picked: setup.needle,
  };
}

/** A draft that would be lost: new work with something typed, or a changed set-up; else null. */
function unsaved(draft: BenchDraft): BenchDraft | null {
  const { saved, name, layers, threadText, needleText } = draft;
  const typed = saved
    ? JSON.stringify(draft) !== JSON.stringify(draftOf(saved))
    : layers.length > 0 || [name, threadText, needleText].some((text) => text.trim() !== '');
  return typed ? draft : null;
}

export const matchFeature = createFeature({
  name: 'match',
  reducer: createReducer(
    initial,
    on(matchActions.listsRead, (state, { type: _, machines, setups, ...lists }) => ({
      ...state,
      ...lists,
      machineEntities: machineAdapter.setAll([...machines], state.machineEntities),
      setupEntities: setupAdapter.setAll([...setups], state.setupEntities),
      read: true,
    })),
    on(matchActions.setupRead, (state, { setup }) => ({
      ...state,
      draft: draftOf(setup),
      putAside: unsaved(state.draft),
      problem: null,
      done: '',
    })),
    on(matchActions.draftChanged, (state, { change }) => ({
      ...state,
      draft: { ...state.draft, ...change },
      problem: null,
      done: '',
    })),
    on(matchActions.benchCleared, (state) => ({
      ...state,
      draft: EMPTY_BENCH,
      putAside: unsaved(state.draft),
      problem: null,
      done: '',
    })),
    on(matchActions.putBack, (state) => ({
      ...state,
      draft: state.putAside ?? state.draft,
      putAside: state.putAside && unsaved(state.draft),
      problem: null,
      done: '',
    })),
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
      setupEntities: setupAdapter.setOne(setup, state.setupEntities),
      done: `Saved as ${setup.name}.`,
    })),
    on(matchActions.machineChanged, (state, { machine }) => ({
      ...state,
      saving: false,
      machineEntities: machineAdapter.setOne(machine, state.machineEntities),
      done: `${machine.name} is now set up for this job.`,
    })),
    on(matchActions.importCards, (state) => ({ ...state, saving: true, problem: null, imported: null })),
    on(matchActions.cardsImported, (state, { result }) => ({ ...state, saving: false, imported: result })),
    on(matchActions.importClosed, (state) => ({ ...state, imported: null, problem: null })),
    on(matchActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(matchActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({
    selectDraft,
    selectMachineEntities,
    selectSetupEntities,
    selectBalanced,
    selectCases,
    selectTimings,
    selectHands,
  }) => {
    const selectMachines = createSelector(selectMachineEntities, machineAdapter.getSelectors().selectAll);
    const selectSetups = createSelector(selectSetupEntities, setupAdapter.getSelectors().selectAll);
    const selectMachine = createSelector(
      selectMachineEntities,
      selectDraft,
      ({ entities }, { machineId }) => entities[machineId ?? ''] ?? null,
    );
    /** The shop's values, with the minutes of its own changeovers. */
    const selectTimedValues = createSelector(catalogueFeature.selectValues, selectTimings, trustTimings);
    const selectBenchShop = createSelector(
      selectMachines,
      selectSetups,
      selectBalanced,
      selectCases,
      selectTimedValues,
      shopFeature.selectShop,
      selectHands,
      (machines, setups, balanced, cases, values, shop, hands): BenchShop => ({
        machines,
        setups,
        balanced: new Map(balanced.map(({ setupId, turns }) => [setupId, turns])),
        hands: new Map(hands.map((one) => [one.setupId, one])),
        cases: group(cases, ({ machineId }) => machineId),
        values,
        schools: shop?.schools ?? { size: 'by-work', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
      }),
    );
    const selectAnswer = createSelector(selectDraft, selectMachine, selectBenchShop, benchAnswer);
    return { selectMachines, selectSetups, selectMachine, selectBenchShop, selectAnswer };
  },
});

/** The bench survives a reload. */
export const benchKept = keptOverReload<MatchState>('bench', 1, ['draft', 'putAside']);
