import { createEntityAdapter, type EntityState } from '@ngrx/entity';
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
  LotDecision,
  NeedleCheck,
  NeedleCheckInput,
  NeedleLot,
  NeedleLotEntry,
  NewNeedleLot,
  PartUsedNeedle,
  Problem,
} from '@gantelet/contracts';
import { readList, type ReadList } from '../../shared/read-list';
import { KEPT_HERE } from '../../shared/words/outbox-words';

export const needleActions = createActionGroup({
  source: 'Needle',
  events: {
    Opened: emptyProps(),
    'Lots Read': props<{ lots: readonly NeedleLot[] }>(),
    /** Null is a needle of unknown lot: then the latest checks of all lots are read. */
    'Lot Chosen': props<{ lotId: string | null }>(),
    'Checks Read': props<{ checks: readonly NeedleCheck[] }>(),
    /** The needles in pockets are needed: a loose needle may be one of them. */
    'Pockets Wanted': emptyProps(),
    'Pockets Read': props<{ partUsed: readonly PartUsedNeedle[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    'Log Check': props<{ key: string; check: NeedleCheckInput }>(),
    'Check Logged': props<{ check: NeedleCheck }>(),
    /** No answer: it is stored on the device and sent automatically. */
    'Check Waits': emptyProps(),
    'Photo Wanted': props<{ checkId: string }>(),
    'Photo Read': props<{ checkId: string; photo: string }>(),
    'Withdraw Check': props<{ key: string; checkId: string }>(),
    'Check Withdrawn': props<{ checkId: string }>(),
    'Register Lot': props<{ key: string; entry: NewNeedleLot }>(),
    'Revise Lot': props<{ key: string; lotId: string; entry: NeedleLotEntry }>(),
    'Decide Lot': props<{ key: string; lotId: string; decision: LotDecision }>(),
    /** Registered, corrected or decided on. */
    'Lot Written': props<{ lot: NeedleLot; done: string }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface NeedleState {
  /** Null until they have been read. */
  readonly lotEntities: ReadList<NeedleLot>;
  readonly lotId: string | null;
  readonly checkEntities: EntityState<NeedleCheck>;
  readonly partUsed: readonly PartUsedNeedle[];
  /** The photo on screen, and the check it was taken with. */
  readonly photo: { readonly checkId: string; readonly photo: string } | null;
  readonly saving: boolean;
  /** Writes that were answered. */
  readonly written: number;
  /** The result of the last one. */
  readonly done: string;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

/** Latest first, as the server returns them. */
const latestFirst = (a: string, b: string): number => b.localeCompare(a);
const lotAdapter = createEntityAdapter<NeedleLot>({
  sortComparer: (a, b) => latestFirst(a.receivedAt, b.receivedAt) || latestFirst(a.id, b.id),
});
const lotList = readList(lotAdapter);
const checkAdapter = createEntityAdapter<NeedleCheck>({
  sortComparer: (a, b) => latestFirst(a.checkedAt, b.checkedAt) || latestFirst(a.id, b.id),
});

const initial: NeedleState = {
  lotEntities: null,
  lotId: null,
  checkEntities: checkAdapter.getInitialState(),
  partUsed: [],
  photo: null,
  saving: false,
  written: 0,
  done: '',
  problem: null,
  refused: null,
};

const answered = (state: NeedleState, done: string): NeedleState => ({
  ...state,
  saving: false,
  written: state.written + 1,
  done,
});

export const needleFeature = createFeature({
  name: 'needle',
  reducer: createReducer(
    initial,
    on(needleActions.opened, (state) => ({ ...state, done: '', refused: null })),
    on(needleActions.lotsRead, (state, { lots }) => ({
      ...state,
      lotEntities: lotList.of(lots),
      problem: null,
    })),
    on(needleActions.lotChosen, (state, { lotId }) => ({
      ...state,
      lotId,
      checkEntities: checkAdapter.getInitialState(),
      done: '',
    })),
    on(needleActions.checksRead, (state, { checks }) => ({
      ...state,
      checkEntities: checkAdapter.setAll([...checks], state.checkEntities),
    })),
    on(needleActions.pocketsRead, (state, { partUsed }) => ({ ...state, partUsed })),
    on(
      needleActions.logCheck,
      needleActions.withdrawCheck,
      needleActions.registerLot,
      needleActions.reviseLot,
      needleActions.decideLot,
      (state) => ({ ...state, saving: true, refused: null, done: '' }),
    ),
    on(needleActions.checkLogged, (state, { check }) => ({
      ...answered(state, 'Check logged.'),
      checkEntities: checkAdapter.setOne(check, state.checkEntities),
    })),
    on(needleActions.checkWaits, (state) => answered(state, `Check: ${KEPT_HERE}`)),
    on(needleActions.photoRead, (state, { checkId, photo }) => ({ ...state, photo: { checkId, photo } })),
    on(needleActions.checkWithdrawn, (state, { checkId }) => ({
      ...answered(state, 'Check removed: it no longer counts.'),
      checkEntities: checkAdapter.removeOne(checkId, state.checkEntities),
    })),
    on(needleActions.lotWritten, (state, { lot, done }) => ({
      ...answered(state, done),
      lotEntities: lotAdapter.setOne(lot, lotList.orEmpty(state.lotEntities)),
    })),
    on(needleActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(needleActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectLotEntities, selectCheckEntities }) => ({
    selectLots: createSelector(selectLotEntities, lotList.all),
    selectChecks: createSelector(selectCheckEntities, checkAdapter.getSelectors().selectAll),
  }),
});
