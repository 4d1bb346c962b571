import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import type { Machine, MachineEntry, Problem, Zone } from '@gantelet/contracts';

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
    Failed: props<{ problem: Problem }>(),
  },
});

export interface MachineState {
  readonly machines: readonly Machine[];
  readonly zones: readonly Zone[];
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly done: string;
}

const initial: MachineState = { machines: [], zones: [], saving: false, problem: null, done: '' };

export const machineFeature = createFeature({
  name: 'machine',
  reducer: createReducer(
    initial,
    on(machineActions.listsRead, (state, { machines, zones }) => ({ ...state, machines, zones })),
    on(machineActions.save, (state) => ({ ...state, saving: true, problem: null, done: '' })),
    on(machineActions.saved, (state, { machine }) => ({
      ...state,
      saving: false,
      machines: [...state.machines.filter(({ id }) => id !== machine.id), machine].sort(
        (a, b) => a.shopNumber - b.shopNumber,
      ),
      done: `${machine.name} is kept.`,
    })),
    on(machineActions.formOpened, (state) => ({ ...state, problem: null, done: '' })),
    on(machineActions.failed, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
});
