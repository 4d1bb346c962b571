import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import { replayTicks } from '@gantelet/core';
import type {
  Changeover,
  ChangeoverBegin,
  ChangeoverEnd,
  ChangeoverTick,
  Problem,
  TickInput,
} from '@gantelet/contracts';
import { keptOverReload } from '../../shared/kept-over-reload';

export const changeoverActions = createActionGroup({
  source: 'Changeover',
  events: {
    Opened: props<{ changeoverId: string }>(),
    /** Something that was waiting on this device has been answered. */
    'Read Again': emptyProps(),
    Read: props<{ changeover: Changeover }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Begin: props<{ key: string; machineId: string; begin: ChangeoverBegin }>(),
    Begun: props<{ changeover: Changeover }>(),
    /** It starts on this device; null if too little is known here to work out its steps. */
    'Begin Waits': props<{ changeover: Changeover | null }>(),
    Tick: props<{ key: string; tick: TickInput }>(),
    End: props<{ key: string; end: ChangeoverEnd }>(),
    /** A write was answered. */
    Logged: props<{ changeover: Changeover }>(),
    /** A tick is stored on this device: it counts from now on. */
    'Tick Waits': props<{ tick: ChangeoverTick }>(),
    'End Waits': props<{ end: NonNullable<Changeover['end']> }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface ChangeoverState {
  readonly changeover: Changeover | null;
  readonly saving: boolean;
  /** Ticks that only this device knows of, and the changeover itself if it was started offline. */
  readonly waiting: readonly string[];
  /** Writes that were answered or stored. */
  readonly written: number;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

const initial: ChangeoverState = {
  changeover: null,
  saving: false,
  waiting: [],
  written: 0,
  problem: null,
  refused: null,
};

export const changeoverFeature = createFeature({
  name: 'changeover',
  reducer: createReducer(
    initial,
    on(changeoverActions.opened, (state, { changeoverId }) =>
      state.changeover?.id === changeoverId
        ? { ...state, refused: null }
        : { ...initial, written: state.written },
    ),
    on(changeoverActions.read, (state, { changeover }) => ({
      ...state,
      changeover,
      waiting: [],
      problem: null,
    })),
    on(changeoverActions.begin, changeoverActions.tick, changeoverActions.end, (state) => ({
      ...state,
      saving: true,
      refused: null,
    })),
    on(changeoverActions.begun, changeoverActions.logged, (state, { changeover }) => ({
      ...state,
      changeover,
      saving: false,
      waiting: [],
      written: state.written + 1,
    })),
    on(changeoverActions.beginWaits, (state, { changeover }) => ({
      ...state,
      changeover,
      saving: false,
      waiting: changeover ? [changeover.id] : [],
      written: state.written + 1,
    })),
    on(changeoverActions.tickWaits, (state, { tick }) => ({
      ...state,
      changeover: state.changeover && { ...state.changeover, ticks: [...state.changeover.ticks, tick] },
      waiting: [...state.waiting, tick.id],
      saving: false,
      written: state.written + 1,
    })),
    on(changeoverActions.endWaits, (state, { end }) => ({
      ...state,
      changeover: state.changeover && { ...state.changeover, end },
      saving: false,
      written: state.written + 1,
    })),
    on(changeoverActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(changeoverActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectChangeover }) => {
    const selectProgress = createSelector(
      selectChangeover,
      (changeover) => changeover && replayTicks(changeover.steps, changeover.ticks),
    );
    return { selectProgress };
  },
});

/** An open changeover is restored after a reload, even without a network. */
export const changeoverKept = keptOverReload<ChangeoverState>('changeover', 1, ['changeover', 'waiting']);
