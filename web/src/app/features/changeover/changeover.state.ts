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
    /** What waited on this device has been answered. */
    'Read Again': emptyProps(),
    Read: props<{ changeover: Changeover }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Begin: props<{ key: string; machineId: string; begin: ChangeoverBegin }>(),
    Begun: props<{ changeover: Changeover }>(),
    /** It begins on this device; null where too little is known here to say its steps. */
    'Begin Waits': props<{ changeover: Changeover | null }>(),
    Tick: props<{ key: string; tick: TickInput }>(),
    End: props<{ key: string; end: ChangeoverEnd }>(),
    /** A write was answered. */
    Logged: props<{ changeover: Changeover }>(),
    /** A tick that is kept on this device: it counts from now on. */
    'Tick Waits': props<{ tick: ChangeoverTick }>(),
    'End Waits': props<{ end: NonNullable<Changeover['end']> }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or nobody answered it. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface ChangeoverState {
  readonly changeover: Changeover | null;
  readonly saving: boolean;
  /** Ticks that only this device knows of, and the changeover itself where it was begun without a network. */
  readonly waiting: readonly string[];
  /** Writes that were answered or kept. */
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

/** A changeover half done stands as it was after a reload, also where there is no network. */
export const changeoverKept = keptOverReload<ChangeoverState>('changeover', 1, ['changeover', 'waiting']);
