import { createEntityAdapter } from '@ngrx/entity';
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
  Machine,
  MachineEntry,
  MachineEvent,
  MachineImportResult,
  MachineRow,
  MachineService,
  MachineHistory,
  Problem,
  RetiredMachine,
  ServiceEntry,
  Zone,
  Withdrawal,
} from '@gantelet/contracts';
import { readList, type ReadList } from '../../shared/read-list';

export const machineActions = createActionGroup({
  source: 'Machine',
  events: {
    Opened: emptyProps(),
    'Lists Read': props<{ machines: readonly Machine[]; zones: readonly Zone[] }>(),
    /** `machine` is the one being changed; null registers a new one under the key. */
    Save: props<{ key: string; machine: Machine | null; entry: MachineEntry }>(),
    Saved: props<{ machine: Machine }>(),
    /** Removed from all lists, or restored. */
    Retire: props<{ key: string; machine: Machine; retired: boolean }>(),
    'Retirement Saved': props<{ machine: Machine; retired: boolean }>(),
    'Retired Read': props<{ retired: readonly RetiredMachine[] }>(),
    Import: props<{ key: string; rows: readonly MachineRow[] }>(),
    Imported: props<{ result: MachineImportResult }>(),
    /** A form was opened: the result of the last one no longer applies. */
    'Form Opened': emptyProps(),
    /** A machine's history is shown, from its latest event. */
    'History Opened': props<{ machineId: string }>(),
    'History Wanted': props<{ machineId: string; before: string }>(),
    'History Read': props<{ history: MachineHistory; onward: boolean }>(),
    'Services Read': props<{ services: readonly MachineService[] }>(),
    'Log Service': props<{ key: string; machineId: string; service: ServiceEntry }>(),
    'Service Logged': props<{ machineId: string; services: readonly MachineService[]; done: string }>(),
    'Withdraw Pieces': props<{ key: string; machineId: string; piecesId: string }>(),
    'Withdraw Entry': props<{ key: string; machineId: string; entry: Withdrawal }>(),
    /** A history entry was withdrawn. */
    Withdrawn: props<{ machineId: string; done: string }>(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface MachineState {
  /** Null until they have been read. */
  readonly machineEntities: ReadList<Machine>;
  /** Machines no longer in use. */
  readonly retired: readonly RetiredMachine[];
  readonly zones: readonly Zone[];
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly done: string;
  /** The result of the last list of machines. */
  readonly imported: MachineImportResult | null;
  /** What happened at the machine whose history is shown, latest first; null until it has been read. */
  readonly events: readonly MachineEvent[] | null;
  /** Where its history continues; null at the beginning. */
  readonly before: string | null;
  readonly services: readonly MachineService[];
  /** Services that were logged here. */
  readonly logged: number;
}

const machineAdapter = createEntityAdapter<Machine>({ sortComparer: (a, b) => a.shopNumber - b.shopNumber });
const machineList = readList(machineAdapter);

const initial: MachineState = {
  machineEntities: null,
  retired: [],
  zones: [],
  saving: false,
  problem: null,
  done: '',
  imported: null,
  events: null,
  before: null,
  services: [],
  logged: 0,
};

export const machineFeature = createFeature({
  name: 'machine',
  reducer: createReducer(
    initial,
    on(machineActions.listsRead, (state, { machines, zones }) => ({
      ...state,
      machineEntities: machineList.of(machines),
      zones,
    })),
    on(machineActions.save, (state) => ({ ...state, saving: true, problem: null, done: '' })),
    on(machineActions.saved, (state, { machine }) => ({
      ...state,
      saving: false,
      machineEntities: machineAdapter.setOne(machine, machineList.orEmpty(state.machineEntities)),
      done: `${machine.name} saved.`,
    })),
    on(machineActions.retire, (state) => ({ ...state, saving: true, problem: null, done: '' })),
    on(machineActions.retirementSaved, (state, { machine, retired }) => ({
      ...state,
      saving: false,
      machineEntities: retired
        ? machineAdapter.removeOne(machine.id, machineList.orEmpty(state.machineEntities))
        : machineAdapter.setOne(machine, machineList.orEmpty(state.machineEntities)),
      done: retired ? `${machine.name} retired.` : `${machine.name} is back.`,
    })),
    on(machineActions.retiredRead, (state, { retired }) => ({ ...state, retired })),
    on(machineActions.historyOpened, (state) => ({
      ...state,
      problem: null,
      done: '',
      events: null,
      before: null,
      services: [],
    })),
    on(machineActions.historyRead, (state, { history, onward }) => ({
      ...state,
      events: onward ? [...(state.events ?? []), ...history.events] : history.events,
      before: history.before,
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
    on(machineActions.import, (state) => ({ ...state, saving: true, problem: null, imported: null })),
    on(machineActions.imported, (state, { result }) => ({ ...state, saving: false, imported: result })),
    on(machineActions.formOpened, (state) => ({ ...state, problem: null, done: '', imported: null })),
    on(machineActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(machineActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectMachineEntities }) => ({
    selectMachines: createSelector(selectMachineEntities, machineList.all),
  }),
});
