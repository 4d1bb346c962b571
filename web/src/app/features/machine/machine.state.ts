import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type {
  Machine,
  MachineEntry,
  MachineEvent,
  MachineService,
  MachineStory,
  Problem,
  ServiceEntry,
  Zone,
  Withdrawal,
} from '@gantelet/contracts';

export const machineActions = createActionGroup({
  source: 'Machine',
  events: {
    Opened: emptyProps(),
    'Lists Read': props<{ machines: readonly Machine[]; zones: readonly Zone[] }>(),
    /** `machine` is the one that is changed; null registers a new one under the key. */
    Save: props<{ key: string; machine: Machine | null; entry: MachineEntry }>(),
    Saved: props<{ machine: Machine }>(),
    /** A form was opened: what the last one said is over. */
    'Form Opened': emptyProps(),
    /** The story of a machine is shown, from its latest event. */
    'Story Opened': props<{ machineId: string }>(),
    'Story Wanted': props<{ machineId: string; before: string }>(),
    'Story Read': props<{ story: MachineStory; onward: boolean }>(),
    'Services Read': props<{ services: readonly MachineService[] }>(),
    'Log Service': props<{ key: string; machineId: string; service: ServiceEntry }>(),
    'Service Logged': props<{ machineId: string; services: readonly MachineService[]; done: string }>(),
    'Withdraw Pieces': props<{ key: string; machineId: string; piecesId: string }>(),
    'Withdraw Entry': props<{ key: string; machineId: string; entry: Withdrawal }>(),
    /** Something of the story was taken back. */
    Withdrawn: props<{ machineId: string; done: string }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

export interface MachineState {
  /** Null until they were read. */
  readonly machines: readonly Machine[] | null;
  readonly zones: readonly Zone[];
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly done: string;
  /** What happened at the machine whose story is shown, the latest first; null until it was read. */
  readonly events: readonly MachineEvent[] | null;
  /** Where its story goes on; null at the beginning. */
  readonly before: string | null;
  readonly services: readonly MachineService[];
  /** Services that were logged here. */
  readonly logged: number;
}

const initial: MachineState = {
  machines: null,
  zones: [],
  saving: false,
  problem: null,
  done: '',
  events: null,
  before: null,
  services: [],
  logged: 0,
};

export const machineFeature = createFeature({
  name: 'machine',
  reducer: createReducer(
    initial,
    on(machineActions.listsRead, (state, { machines, zones }) => ({ ...state, machines, zones })),
    on(machineActions.save, (state) => ({ ...state, saving: true, problem: null, done: '' })),
    on(machineActions.saved, (state, { machine }) => ({
      ...state,
      saving: false,
      machines: [...(state.machines ?? []).filter(({ id }) => id !== machine.id), machine].sort(
        (a, b) => a.shopNumber - b.shopNumber,
      ),
      done: `${machine.name} saved.`,
    })),
    on(machineActions.storyOpened, (state) => ({
      ...state,
      problem: null,
      done: '',
      events: null,
      before: null,
      services: [],
    })),
    on(machineActions.storyRead, (state, { story, onward }) => ({
      ...state,
      events: onward ? [...(state.events ?? []), ...story.events] : story.events,
      before: story.before,
    })),
    on(machineActions.servicesRead, (state, { services }) => ({ ...state, services })),
    on(machineActions.logService, machineActions.withdrawPieces, machineActions.withdrawEntry, (state) => ({
      ...state,
      saving: true,
      problem: null,
      done: '',
    })),
    on(machineActions.serviceLogged, (state, { services, done }) => ({
      ...state,
      saving: false,
      services,
      logged: state.logged + 1,
      done,
    })),
    on(machineActions.withdrawn, (state, { done }) => ({ ...state, saving: false, done })),
    on(machineActions.formOpened, (state) => ({ ...state, problem: null, done: '' })),
    on(machineActions.failed, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
});
