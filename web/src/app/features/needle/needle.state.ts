import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
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
import { KEPT_HERE } from '../../shared/words/outbox-words';

export const needleActions = createActionGroup({
  source: 'Needle',
  events: {
    Opened: emptyProps(),
    'Lots Read': props<{ lots: readonly NeedleLot[] }>(),
    /** Null is a needle of no known lot: then the latest of all are read. */
    'Lot Chosen': props<{ lotId: string | null }>(),
    'Checks Read': props<{ checks: readonly NeedleCheck[] }>(),
    /** What lies in the pockets is asked for: a loose needle may be one of them. */
    'Pockets Wanted': emptyProps(),
    'Pockets Read': props<{ partUsed: readonly PartUsedNeedle[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    'Log Check': props<{ key: string; check: NeedleCheckInput }>(),
    'Check Logged': props<{ check: NeedleCheck }>(),
    /** Nobody answered: it is kept on the device and goes out by itself. */
    'Check Waits': emptyProps(),
    'Photo Wanted': props<{ checkId: string }>(),
    'Photo Read': props<{ checkId: string; photo: string }>(),
    'Withdraw Check': props<{ key: string; checkId: string }>(),
    'Check Withdrawn': props<{ checkId: string }>(),
    'Register Lot': props<{ key: string; entry: NewNeedleLot }>(),
    'Revise Lot': props<{ key: string; lotId: string; entry: NeedleLotEntry }>(),
    'Decide Lot': props<{ key: string; lotId: string; decision: LotDecision }>(),
    /** Registered, corrected or decided about. */
    'Lot Written': props<{ lot: NeedleLot; done: string }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or nobody answered it. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface NeedleState {
  /** Null until they were read. */
  readonly lots: readonly NeedleLot[] | null;
  readonly lotId: string | null;
  readonly checks: readonly NeedleCheck[];
  readonly partUsed: readonly PartUsedNeedle[];
  /** The photo that is looked at, and the check it was taken with. */
  readonly photo: { readonly checkId: string; readonly photo: string } | null;
  readonly saving: boolean;
  /** Writes that were answered. */
  readonly written: number;
  /** What became of the last of them. */
  readonly done: string;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

const initial: NeedleState = {
  lots: null,
  lotId: null,
  checks: [],
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

/** The lots with one as it is now; a new one first, as the server gives them. */
function withLot(lots: readonly NeedleLot[] | null, lot: NeedleLot): readonly NeedleLot[] {
  const all = lots ?? [];
  return all.some(({ id }) => id === lot.id)
    ? all.map((one) => (one.id === lot.id ? lot : one))
    : [lot, ...all];
}

export const needleFeature = createFeature({
  name: 'needle',
  reducer: createReducer(
    initial,
    on(needleActions.opened, (state) => ({ ...state, done: '', refused: null })),
    on(needleActions.lotsRead, (state, { lots }) => ({ ...state, lots, problem: null })),
    on(needleActions.lotChosen, (state, { lotId }) => ({ ...state, lotId, checks: [], done: '' })),
    on(needleActions.checksRead, (state, { checks }) => ({ ...state, checks })),
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
      checks: [check, ...state.checks],
    })),
    on(needleActions.checkWaits, (state) => answered(state, `Check: ${KEPT_HERE}`)),
    on(needleActions.photoRead, (state, { checkId, photo }) => ({ ...state, photo: { checkId, photo } })),
    on(needleActions.checkWithdrawn, (state, { checkId }) => ({
      ...answered(state, 'Check removed: it no longer counts.'),
      checks: state.checks.filter(({ id }) => id !== checkId),
    })),
    on(needleActions.lotWritten, (state, { lot, done }) => ({
      ...answered(state, done),
      lots: withLot(state.lots, lot),
    })),
    on(needleActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(needleActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
});
