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
  byDueOrder,
  NEEDLE_STATES,
  troubleRule,
  type FragmentCount,
  type NeedleState,
  type RemovalCause,
} from '@gantelet/core';
import type {
  Clearance,
  FloorMachine,
  FloorView,
  FloorZone,
  NeedleChoice,
  NeedleInMachine,
  NeedleLot,
  PartUsedNeedle,
  PiecesEntry,
  Problem,
  ReportAnswer,
  SafetyStop,
  TroubleReport,
  TroubleReportInput,
  WorkLook,
  ZonePlan,
} from '@gantelet/contracts';
import { keptOverReload } from '../../shared/kept-over-reload';

export const floorActions = createActionGroup({
  source: 'Floor',
  events: {
    Opened: emptyProps(),
    /** The room was left. */
    Closed: emptyProps(),
    /** The server says that the floor is another. */
    'Floor Changed': emptyProps(),
    'Floor Read': props<{ floor: FloorView }>(),
    'Order Chosen': props<{ order: FloorOrder }>(),
    /** `key` is the id of the write: sending it again is the same change. */
    'Change Needle': props<{
      key: string;
      machine: FloorMachine;
      cause: RemovalCause;
      fragments: FragmentCount;
      needle: NeedleChoice;
      lotId: string | null;
      keptInPocket: number | null;
      partUsed: PartUsedNeedle | null;
      changedAt: string;
    }>(),
    /** Take back a change that was just logged, or that still waits for the network. */
    Undo: props<{ key: string; undo: UndoableChange }>(),
    /** The minute in which a change can be taken back is over. */
    'Undo Closed': props<{ installId: string }>(),
    'Change Withdrawn': props<{ undo: UndoableChange; done: string }>(),
    Discard: props<{ key: string; partUsedId: string }>(),
    'Move To Pocket': props<{ key: string; partUsedId: string; pocket: number }>(),
    'Empty Sharps': props<{ key: string; counted: number }>(),
    Kept: props<{ done: string }>(),
    /** Pieces that are kept on this device. */
    'Pieces Wait': props<{ done: string }>(),
    'Log Pieces': props<{ key: string; machineId: string; pieces: PiecesEntry }>(),
    Look: props<{ key: string; look: WorkLook }>(),
    'Look Logged': props<{ zone: Pick<FloorZone, 'id' | 'needleFraction'> | null }>(),
    Arrange: props<{ key: string; zoneId: string; plan: ZonePlan }>(),
    'Lots Read': props<{ lots: readonly NeedleLot[] }>(),
    Report: props<{ key: string; machineId: string; report: TroubleReportInput }>(),
    Answer: props<{ key: string; reportId: string; answer: ReportAnswer }>(),
    Clear: props<{ key: string; machineId: string; clearance: Clearance }>(),
    /** A change that waits for the network: it counts from now on. */
    'Change Waits': props<{
      machineId: string;
      needle: NeedleInMachine;
      /** The piece that is missing of the needle that came out. */
      stop: SafetyStop | null;
      undo: UndoableChange | null;
      done: string;
    }>(),
    'Report Waits': props<{ machineId: string; report: TroubleReport; done: string }>(),
    'Machine Changed': props<{ machine: FloorMachine; done: string; undo?: UndoableChange }>(),
    Failed: props<{ problem: Problem }>(),
    'Message Seen': emptyProps(),
  },
});

/** A change of which it is known how the machine stood before. */
export interface UndoableChange {
  readonly installId: string;
  readonly before: FloorMachine;
}

export type FloorOrder = 'zones' | 'due' | 'plan';

export interface FloorState {
  readonly floor: FloorView | null;
  readonly order: FloorOrder;
  readonly saving: boolean;
  readonly problem: Problem | null;
  /** Writes that were answered. */
  readonly written: number;
  /** What was last logged, in words. */
  readonly done: string;
  /** The change that can be taken back now. */
  readonly undo: UndoableChange | null;
  readonly lots: readonly NeedleLot[];
}

const initial: FloorState = {
  floor: null,
  order: 'zones',
  saving: false,
  problem: null,
  written: 0,
  done: '',
  undo: null,
  lots: [],
};

function changed(
  floor: FloorView | null,
  machineId: string,
  change: (machine: FloorMachine) => FloorMachine,
): FloorView | null {
  return (
    floor && {
      ...floor,
      zones: floor.zones.map((zone) => ({
        ...zone,
        machines: zone.machines.map((machine) => (machine.id === machineId ? change(machine) : machine)),
      })),
    }
  );
}

/** The age of a needle that has just gone in. */
function ageFrom({ planned, stops }: FloorMachine, hours: number): FloorMachine['age'] {
  const state = stops.length > 0 ? 'stop' : 'good';
  const hoursLeft = planned.hours === null ? null : planned.hours - hours;
  return { runningHours: hours, lowHours: hours, highHours: hours, hoursLeft, state };
}

export const floorFeature = createFeature({
  name: 'floor',
  reducer: createReducer(
    initial,
    on(floorActions.floorRead, (state, { floor }) => ({
      ...state,
      floor,
      // What kept the first reading is over.
      problem: state.floor === null ? null : state.problem,
    })),
    on(floorActions.orderChosen, (state, { order }) => ({ ...state, order })),
    on(
      floorActions.changeNeedle,
      floorActions.clear,
      floorActions.report,
      floorActions.answer,
      floorActions.undo,
      floorActions.discard,
      floorActions.moveToPocket,
      floorActions.emptySharps,
      floorActions.logPieces,
      floorActions.arrange,
      (state) => ({ ...state, saving: true, problem: null, done: '', undo: null }),
    ),
    on(floorActions.undoClosed, (state, { installId }) =>
      state.undo?.installId === installId ? { ...state, undo: null } : state,
    ),
    on(floorActions.changeWithdrawn, (state, { undo, done }) => ({
      ...state,
      floor: changed(state.floor, undo.before.id, () => undo.before),
      saving: false,
      done,
    })),
    on(floorActions.look, (state) => ({ ...state, problem: null, written: state.written + 1 })),
    on(floorActions.lookLogged, (state, { zone }) => ({
      ...state,
      done: zone
        ? 'Spot check logged.'
        : 'Spot check saved on this device; it goes out when the connection is back.',
      floor:
        state.floor && zone
          ? {
              ...state.floor,
              zones: state.floor.zones.map((one) => (one.id === zone.id ? { ...one, ...zone } : one)),
            }
          : state.floor,
    })),
    on(floorActions.kept, floorActions.piecesWait, (state, { done }) => ({
      ...state,
      saving: false,
      written: state.written + 1,
      done,
    })),
    on(floorActions.lotsRead, (state, { lots }) => ({ ...state, lots })),
    on(floorActions.machineChanged, (state, { machine, done, undo }) => ({
      ...state,
      floor: changed(state.floor, machine.id, () => machine),
      saving: false,
      written: state.written + 1,
      done,
      undo: undo ?? null,
    })),
    on(floorActions.changeWaits, (state, { machineId, needle, stop, undo, done }) => ({
      ...state,
      floor: changed(state.floor, machineId, (machine) => {
        const stops = stop ? [...machine.stops, stop] : machine.stops;
        return {
          ...machine,
          needle,
          stops,
          reports: [],
          age: ageFrom({ ...machine, stops }, needle.entryHours),
          counter: machine.counter && { ...machine.counter, stitches: 0, motorHours: 0, coveredHours: 0 },
        };
      }),
      saving: false,
      written: state.written + 1,
      done,
      undo,
    })),
    on(floorActions.reportWaits, (state, { machineId, report, done }) => ({
      ...state,
      floor: changed(state.floor, machineId, (machine) => ({
        ...machine,
        reports: [...machine.reports, report],
        age: machine.age && {
          ...machine.age,
          // Nothing that is reported lifts a stop.
          state: machine.stops.length > 0 || troubleRule(report.trouble).call === 'stop' ? 'stop' : 'due',
        },
      })),
      saving: false,
      written: state.written + 1,
      done,
    })),
    on(floorActions.failed, (state, { problem }) => ({ ...state, saving: false, problem })),
    on(floorActions.messageSeen, (state) => ({ ...state, problem: null, done: '', undo: null })),
  ),
  extraSelectors: ({ selectFloor }) => {
    const selectMachines = createSelector(
      selectFloor,
      (floor) => floor?.zones.flatMap((zone) => zone.machines) ?? [],
    );
    const selectDueOrder = createSelector(selectMachines, (machines) =>
      machines.filter((machine) => machine.age !== null).sort((a, b) => byDueOrder(a.age!, b.age!)),
    );
    const selectCounts = createSelector(selectMachines, (machines) =>
      [...NEEDLE_STATES].reverse().map((state: NeedleState) => ({
        state,
        count: machines.filter(({ age }) => age?.state === state).length,
      })),
    );
    return { selectMachines, selectDueOrder, selectCounts };
  },
});

/** The view of the floor stays the one that was chosen after a reload of the page. */
export const floorKept = keptOverReload<FloorState>('floor', 1, ['order']);
