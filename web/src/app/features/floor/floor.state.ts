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
  SpotCheck,
  ZonePlan,
} from '@gantelet/contracts';
import { keptOverReload } from '../../shared/kept-over-reload';

export const floorActions = createActionGroup({
  source: 'Floor',
  events: {
    Opened: emptyProps(),
    /** The room was left. */
    Closed: emptyProps(),
    /** The server says that the floor has changed. */
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
    /** Undo a change that was just logged, or that is still waiting for the network. */
    Undo: props<{ key: string; undo: UndoableChange }>(),
    /** The minute in which a change can be undone has passed. */
    'Undo Closed': props<{ installId: string }>(),
    'Change Withdrawn': props<{ key: string; undo: UndoableChange; done: string }>(),
    Discard: props<{ key: string; partUsedId: string }>(),
    'Move To Pocket': props<{ key: string; partUsedId: string; pocket: number }>(),
    'Empty Sharps': props<{ key: string; counted: number }>(),
    Kept: props<{ key: string; done: string }>(),
    /** Pieces stored on this device. */
    'Pieces Wait': props<{ key: string; done: string }>(),
    'Log Pieces': props<{ key: string; machineId: string; pieces: PiecesEntry }>(),
    'Log Spot Check': props<{ key: string; check: SpotCheck }>(),
    'Spot Check Logged': props<{ zone: Pick<FloorZone, 'id' | 'needleFraction'> | null }>(),
    Arrange: props<{ key: string; zoneId: string; plan: ZonePlan }>(),
    'Lots Read': props<{ lots: readonly NeedleLot[] }>(),
    Report: props<{ key: string; machineId: string; report: TroubleReportInput }>(),
    Answer: props<{ key: string; reportId: string; answer: ReportAnswer }>(),
    Clear: props<{ key: string; machineId: string; clearance: Clearance }>(),
    /** A change that is waiting for the network: it counts from now on. */
    'Change Waits': props<{
      key: string;
      machineId: string;
      needle: NeedleInMachine;
      /** The piece missing from the needle that came out. */
      stop: SafetyStop | null;
      undo: UndoableChange | null;
      done: string;
    }>(),
    'Report Waits': props<{ key: string; machineId: string; report: TroubleReport; done: string }>(),
    'Machine Changed': props<{ key: string; machine: FloorMachine; done: string; undo?: UndoableChange }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ key: string; problem: Problem }>(),
    'Message Seen': emptyProps(),
  },
});

/** A change, with the machine's state before it. */
export interface UndoableChange {
  readonly installId: string;
  readonly before: FloorMachine;
}

export type FloorOrder = 'zones' | 'due' | 'plan';

export interface FloorState {
  readonly floor: FloorView | null;
  readonly order: FloorOrder;
  /** Pending writes by key: the machine, needle, zone or box each is about. */
  readonly underWay: Readonly<Record<string, string>>;
  /** What could not be read. */
  readonly problem: Problem | null;
  /** The last refused write, and what it was about. */
  readonly refused: { readonly of: string; readonly problem: Problem } | null;
  /** Writes that were answered. */
  readonly written: number;
  /** What was last logged, in words. */
  readonly done: string;
  /** The change that can be undone now. */
  readonly undo: UndoableChange | null;
  readonly lots: readonly NeedleLot[];
}

const initial: FloorState = {
  floor: null,
  order: 'zones',
  underWay: {},
  problem: null,
  refused: null,
  written: 0,
  done: '',
  undo: null,
  lots: [],
};

/** There is only one box for needles that came out. */
export const SHARPS = 'sharps';

type Write = ReturnType<
  (typeof floorActions)[
    | 'changeNeedle'
    | 'clear'
    | 'report'
    | 'answer'
    | 'undo'
    | 'discard'
    | 'moveToPocket'
    | 'emptySharps'
    | 'logPieces'
    | 'arrange']
>;

/** What a write is about: two about the same thing wait for each other, others do not. */
function subjectOf(write: Write): string {
  if ('machine' in write) return write.machine.id;
  if ('machineId' in write) return write.machineId;
  if ('undo' in write) return write.undo.before.id;
  if ('reportId' in write) return write.reportId;
  if ('partUsedId' in write) return write.partUsedId;
  return 'zoneId' in write ? write.zoneId : SHARPS;
}

/** The pending writes without one that has been answered. */
function without(underWay: FloorState['underWay'], key: string): FloorState['underWay'] {
  const { [key]: _, ...others } = underWay;
  return others;
}

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

/** The age of a needle that was just installed. */
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
      // Clears what prevented the first reading.
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
      (state, write) => ({
        ...state,
        underWay: { ...state.underWay, [write.key]: subjectOf(write) },
        refused: null,
        done: '',
        undo: null,
      }),
    ),
    on(floorActions.undoClosed, (state, { installId }) =>
      state.undo?.installId === installId ? { ...state, undo: null } : state,
    ),
    on(floorActions.changeWithdrawn, (state, { key, undo, done }) => ({
      ...state,
      floor: changed(state.floor, undo.before.id, () => undo.before),
      underWay: without(state.underWay, key),
      done,
    })),
    on(floorActions.logSpotCheck, (state) => ({ ...state, refused: null, written: state.written + 1 })),
    on(floorActions.spotCheckLogged, (state, { zone }) => ({
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
    on(floorActions.kept, floorActions.piecesWait, (state, { key, done }) => ({
      ...state,
      underWay: without(state.underWay, key),
      written: state.written + 1,
      done,
    })),
    on(floorActions.lotsRead, (state, { lots }) => ({ ...state, lots })),
    on(floorActions.machineChanged, (state, { key, machine, done, undo }) => ({
      ...state,
      floor: changed(state.floor, machine.id, () => machine),
      underWay: without(state.underWay, key),
      written: state.written + 1,
      done,
      undo: undo ?? null,
    })),
    on(floorActions.changeWaits, (state, { key, machineId, needle, stop, undo, done }) => ({
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
      underWay: without(state.underWay, key),
      written: state.written + 1,
      done,
      undo,
    })),
    on(floorActions.reportWaits, (state, { key, machineId, report, done }) => ({
      ...state,
      floor: changed(state.floor, machineId, (machine) => ({
        ...machine,
        reports: [...machine.reports, report],
        age: machine.age && {
          ...machine.age,
          // Reports never lift a stop.
          state: machine.stops.length > 0 || troubleRule(report.trouble).call === 'stop' ? 'stop' : 'due',
        },
      })),
      underWay: without(state.underWay, key),
      written: state.written + 1,
      done,
    })),
    on(floorActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(floorActions.refused, (state, { key, problem }) => ({
      ...state,
      underWay: without(state.underWay, key),
      refused: { of: state.underWay[key] ?? '', problem },
    })),
    on(floorActions.messageSeen, (state) => ({ ...state, refused: null, done: '', undo: null })),
  ),
  extraSelectors: ({ selectFloor, selectUnderWay }) => {
    /** Everything that has a pending write. */
    const selectBusy = createSelector(selectUnderWay, (underWay) => new Set(Object.values(underWay)));
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
    return { selectMachines, selectDueOrder, selectCounts, selectBusy };
  },
});

/** The chosen view of the floor survives a reload. */
export const floorKept = keptOverReload<FloorState>('floor', 1, ['order']);
