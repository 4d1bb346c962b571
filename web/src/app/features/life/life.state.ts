import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { groupId, type BandPoint } from '@gantelet/core';
import type {
  GroupingChange,
  Job,
  LifeView,
  NeedleLot,
  PastStayImportResult,
  PastStayRow,
  Problem,
} from '@gantelet/contracts';
import { keptOverReload } from '../../shared/kept-over-reload';
import { counted } from '../../shared/locale';

export const lifeActions = createActionGroup({
  source: 'Life',
  events: {
    Opened: emptyProps(),
    'View Read': props<{ view: LifeView }>(),
    'Group Chosen': props<{ groupId: string }>(),
    'Band Found': props<{ groupId: string; band: readonly BandPoint[] }>(),
    Fit: props<{ key: string }>(),
    Regroup: props<{ key: string; groupId: string; change: GroupingChange }>(),
    'Lots Read': props<{ lots: readonly NeedleLot[] }>(),
    /** A list of past needles was chosen: the result of the last one no longer applies. */
    'Import Begun': emptyProps(),
    Import: props<{ key: string; rows: readonly PastStayRow[] }>(),
    Imported: props<{ result: PastStayImportResult }>(),
    'Import Refused': props<{ problem: Problem }>(),
    Cancel: props<{ key: string; jobId: string }>(),
    /** Progress of a fit. */
    'Job Begun': props<{ job: Job }>(),
    'Job Progressed': props<{ job: Job }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface LifeState {
  readonly view: LifeView | null;
  readonly chosenId: string | null;
  readonly band: { readonly groupId: string; readonly band: readonly BandPoint[] } | null;
  readonly problem: Problem | null;
  readonly lots: readonly NeedleLot[];
  readonly importing: boolean;
  /** The result of the last list imported. */
  readonly imported: string;
  readonly importRefused: Problem | null;
}

const initial: LifeState = {
  view: null,
  chosenId: null,
  band: null,
  problem: null,
  lots: [],
  importing: false,
  imported: '',
  importRefused: null,
};

export const lifeFeature = createFeature({
  name: 'life',
  reducer: createReducer(
    initial,
    on(lifeActions.viewRead, (state, { view }) => ({ ...state, view, problem: null })),
    on(lifeActions.groupChosen, (state, { groupId: chosenId }) => ({ ...state, chosenId })),
    on(lifeActions.bandFound, (state, band) => ({
      ...state,
      band: { groupId: band.groupId, band: band.band },
    })),
    on(lifeActions.lotsRead, (state, { lots }) => ({ ...state, lots })),
    on(lifeActions.importBegun, (state) => ({ ...state, imported: '', importRefused: null })),
    on(lifeActions.import, (state) => ({ ...state, importing: true, imported: '', importRefused: null })),
    on(lifeActions.imported, (state, { result: { added, there } }) => ({
      ...state,
      importing: false,
      imported: `${counted(added, 'needle')} imported${there === 0 ? '' : `, ${there} there already`}.`,
    })),
    on(lifeActions.importRefused, (state, { problem }) => ({
      ...state,
      importing: false,
      importRefused: problem,
    })),
    on(lifeActions.fit, lifeActions.cancel, lifeActions.regroup, (state) => ({
      ...state,
      problem: null,
    })),
    on(lifeActions.jobBegun, lifeActions.jobProgressed, (state, { job }) => ({
      ...state,
      view: state.view && { ...state.view, job },
    })),
    on(lifeActions.failed, (state, { problem }) => ({ ...state, problem })),
  ),
  extraSelectors: ({ selectView, selectChosenId, selectBand }) => {
    const selectGroups = createSelector(selectView, (view) => view?.report?.groups ?? []);
    /** The chosen group, or else the largest. */
    const selectGroup = createSelector(
      selectGroups,
      selectChosenId,
      (groups, id) => groups.find(({ group }) => groupId(group) === id) ?? groups[0] ?? null,
    );
    const selectBandOfGroup = createSelector(selectBand, selectGroup, (band, one) =>
      one && band?.groupId === groupId(one.group) ? band.band : [],
    );
    return { selectGroups, selectGroup, selectBandOfGroup };
  },
});

/** The chosen group survives a reload. */
export const lifeKept = keptOverReload<LifeState>('life', 1, ['chosenId']);
