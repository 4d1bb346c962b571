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
  Problem,
  ServiceDue,
  ServiceKindChange,
  ServiceKindEntry,
  ServiceKindView,
} from '@gantelet/contracts';

export const serviceActions = createActionGroup({
  source: 'Service',
  events: {
    /** Due services are needed, on any page that reminds of them. */
    'Due Wanted': emptyProps(),
    'Due Read': props<{ due: readonly ServiceDue[] }>(),
    /** Done in passing, while somebody was at the machine anyway. */
    'Log On The Way': props<{ key: string; service: ServiceDue; doneAt: string }>(),
    /** `waits`: it is on this device until the network is back. */
    'Logged On The Way': props<{ service: ServiceDue; waits: boolean }>(),
    'Not Logged': props<{ service: ServiceDue; problem: Problem }>(),
    'Kinds Opened': emptyProps(),
    'Kinds Read': props<{ kinds: readonly ServiceKindView[]; done: string }>(),
    'Add Kind': props<{ key: string; entry: ServiceKindEntry }>(),
    'Change Kind': props<{ key: string; kindId: string; change: ServiceKindChange }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A kind was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface ServiceState {
  /** What is due at all machines, most overdue first; null until it has been read. */
  readonly due: readonly ServiceDue[] | null;
  /** What is on its way to the server. */
  readonly logging: readonly ServiceDue[];
  /** The shop's own kinds; null until they have been read. */
  readonly kinds: readonly ServiceKindView[] | null;
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly done: string;
}

const initial: ServiceState = { due: null, logging: [], kinds: null, saving: false, problem: null, done: '' };

const without = (list: readonly ServiceDue[], { machineId, kind }: ServiceDue): readonly ServiceDue[] =>
  list.filter((one) => one.machineId !== machineId || one.kind !== kind);

export const serviceFeature = createFeature({
  name: 'service',
  reducer: createReducer(
    initial,
    on(serviceActions.dueWanted, (state) => ({ ...state, problem: null, done: '' })),
    on(serviceActions.dueRead, (state, { due }) => ({ ...state, due })),
    on(serviceActions.logOnTheWay, (state, { service }) => ({
      ...state,
      logging: [...state.logging, service],
      problem: null,
      done: '',
    })),
    on(serviceActions.loggedOnTheWay, (state, { service, waits }) => ({
      ...state,
      due: state.due && without(state.due, service),
      logging: without(state.logging, service),
      done: `${service.machineName}: service ${waits ? 'waits on this device for the network' : 'logged'}.`,
    })),
    on(serviceActions.notLogged, (state, { service, problem }) => ({
      ...state,
      logging: without(state.logging, service),
      problem,
    })),
    on(serviceActions.kindsOpened, (state) => ({ ...state, problem: null, done: '' })),
    on(serviceActions.addKind, serviceActions.changeKind, (state) => ({
      ...state,
      saving: true,
      problem: null,
      done: '',
    })),
    on(serviceActions.kindsRead, (state, { kinds, done }) => ({ ...state, kinds, done, saving: false })),
    on(serviceActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(serviceActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectDue }) => ({
    /** What is due, by machine id. */
    selectDueAt: createSelector(selectDue, (due): ReadonlyMap<string, readonly ServiceDue[]> => {
      const at = new Map<string, readonly ServiceDue[]>();
      for (const one of due ?? []) at.set(one.machineId, [...(at.get(one.machineId) ?? []), one]);
      return at;
    }),
  }),
});
