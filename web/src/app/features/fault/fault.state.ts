import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import {
  faultTimes,
  learnShares,
  learnTimes,
  nextChecks,
  seenCase,
  symptom,
  type FaultCase,
  type FaultFinding,
} from '@gantelet/core';
import type { FaultCaseInput, LoggedFaultCase, Machine, Problem } from '@gantelet/contracts';
import { keptOverReload } from '../../shared/kept-over-reload';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { matchFeature } from '../match/match.state';

export const faultActions = createActionGroup({
  source: 'Fault',
  events: {
    Opened: emptyProps(),
    'Cases Read': props<{ cases: readonly LoggedFaultCase[] }>(),
    Begin: props<{
      machineId: string | null;
      symptomId: string;
      evidence: FaultCase['evidence'];
      beganAt: string;
    }>(),
    /** Continues a case that was left open. */
    Resumed: props<{ beganAt: string }>(),
    /** Null withdraws the answer. */
    'Evidence Said': props<{ id: string; option: number | null }>(),
    /** What the logs say; answers already given stay. */
    'Facts Read': props<{ beganAt: string; evidence: FaultCase['evidence'] }>(),
    Found: props<{ finding: FaultFinding; foundAt: string }>(),
    /** The last finding is undone. */
    Undone: emptyProps(),
    /** What was found is left as it is. */
    'Left As It Is': props<{ causeId: string }>(),
    /** Nothing of it is stored. */
    Dropped: emptyProps(),
    /** `key` is the id of the write: sending it again is the same write. */
    Log: props<{ key: string; fault: FaultCaseInput }>(),
    Logged: props<{ fault: LoggedFaultCase }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

/** A fault being traced. */
export interface FaultUnderWay extends FaultCase {
  readonly machineId: string | null;
  readonly beganAt: string;
  /** When each finding was made. */
  readonly foundAt: readonly string[];
}

export interface FaultState {
  readonly fault: FaultUnderWay | null;
  /** Faults that were started and left for another one. */
  readonly leftOpen: readonly FaultUnderWay[];
  /** Causes that were found and are left as they are. */
  readonly left: readonly string[];
  /** What the finder learns from. */
  readonly cases: readonly LoggedFaultCase[];
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
  readonly done: string;
}

const initial: FaultState = {
  fault: null,
  leftOpen: [],
  left: [],
  cases: [],
  saving: false,
  problem: null,
  refused: null,
  done: '',
};

const changed = (state: FaultState, change: Partial<FaultUnderWay>): FaultState => ({
  ...state,
  fault: state.fault && { ...state.fault, ...change },
  refused: null,
});

/** The cases left open when another fault is started, including the present one if anything was done. */
function withLeft({ fault, leftOpen }: FaultState): readonly FaultUnderWay[] {
  return fault && fault.findings.length > 0 ? [fault, ...leftOpen] : leftOpen;
}

const classOf = (
  of: { readonly machineId: string | null } | null,
  machines: readonly Machine[],
): string | null => machines.find(({ id }) => id === of?.machineId)?.machineClass ?? null;

export const faultFeature = createFeature({
  name: 'fault',
  reducer: createReducer(
    initial,
    on(faultActions.casesRead, (state, { cases }) => ({ ...state, cases, problem: null })),
    on(faultActions.begin, (state, { type: _, ...begun }) => ({
      ...state,
      left: [],
      leftOpen: withLeft(state),
      fault: { ...begun, findings: [], foundAt: [] },
      refused: null,
      done: '',
    })),
    on(faultActions.resumed, (state, { beganAt }) => {
      const fault = state.leftOpen.find((one) => one.beganAt === beganAt) ?? state.fault;
      const leftOpen = withLeft(state).filter((one) => one !== fault);
      return { ...state, fault, leftOpen, left: [], refused: null, done: '' };
    }),
    on(faultActions.evidenceSaid, (state, { id, option }) => {
      const { [id]: _, ...others } = { ...state.fault?.evidence };
      return changed(state, { evidence: option === null ? others : { ...others, [id]: option } });
    }),
    on(faultActions.factsRead, (state, { beganAt, evidence }) =>
      state.fault?.beganAt === beganAt
        ? { ...state, fault: { ...state.fault, evidence: { ...evidence, ...state.fault.evidence } } }
        : state,
    ),
    on(faultActions.found, (state, { finding, foundAt }) =>
      changed(state, {
        findings: [...(state.fault?.findings ?? []), finding],
        foundAt: [...(state.fault?.foundAt ?? []), foundAt],
      }),
    ),
    on(faultActions.undone, (state) =>
      changed(state, {
        findings: (state.fault?.findings ?? []).slice(0, -1),
        foundAt: (state.fault?.foundAt ?? []).slice(0, -1),
      }),
    ),
    on(faultActions.leftAsItIs, (state, { causeId }) => ({ ...state, left: [...state.left, causeId] })),
    on(faultActions.dropped, (state) => ({ ...state, fault: null, refused: null, done: '' })),
    on(faultActions.log, (state) => ({ ...state, saving: true, refused: null })),
    on(faultActions.logged, (state, { fault }) => ({
      ...state,
      fault: null,
      saving: false,
      cases: [fault, ...state.cases],
      done: `${symptom(fault.symptomId)?.name ?? 'Fault'}: logged.`,
    })),
    on(faultActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(faultActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectFault, selectCases, selectLeft }) => {
    /** The shares of the causes as this shop has learned them. */
    const selectShares = createSelector(
      createSelector(selectFault, (fault) => fault?.symptomId ?? null),
      createSelector(selectFault, matchFeature.selectMachines, (fault, machines) => classOf(fault, machines)),
      createSelector(selectCases, matchFeature.selectMachines, (cases, machines) =>
        cases.map((one) => seenCase({ ...one, machineClass: classOf(one, machines) })),
      ),
      (symptomId, machineClass, classed) => {
        const own = symptomId === null ? undefined : symptom(symptomId);
        return own && learnShares(own, classed, machineClass);
      },
    );
    const selectLearnedTimes = createSelector(selectCases, catalogueFeature.selectValues, (cases, values) =>
      learnTimes(
        cases.map(({ beganAt, findings, foundAt }) => ({
          ...{ findings, beganAtMs: Date.parse(beganAt) },
          foundAtMs: foundAt.map((at) => Date.parse(at)),
        })),
        values,
      ),
    );
    const selectTimes = createSelector(catalogueFeature.selectValues, selectLearnedTimes, (values, learned) =>
      faultTimes(values, new Map(learned.map(({ valueId, minutes }) => [valueId, minutes]))),
    );
    const selectAdvice = createSelector(
      selectFault,
      selectShares,
      selectTimes,
      selectLeft,
      (fault, shares, times, left) => fault && nextChecks(fault, shares, times, { left }),
    );
    return { selectShares, selectLearnedTimes, selectTimes, selectAdvice };
  },
});

/** A fault being traced is restored after a reload. */
export const faultKept = keptOverReload<FaultState>('fault', 3, ['fault', 'leftOpen', 'left']);
