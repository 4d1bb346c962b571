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
  isOpenJob,
  type FlatRuleName,
  type Job,
  type MoveOffer,
  type Problem,
  type RoundsSettings,
  type RoundsView,
  type RoundTask,
  type ShopCalendar,
  type SkipReason,
  type PublishedRounds,
} from '@gantelet/contracts';

/** A change about to be moved. */
export interface PickedChange {
  readonly machineId: string;
  /** The shift it is in; null for an added one. */
  readonly from: number | null;
}

/** A task with the shift it belongs to. */
export interface TaskOfShift extends RoundTask {
  readonly startsAt: string;
}

export const roundsActions = createActionGroup({
  source: 'Rounds',
  events: {
    Opened: emptyProps(),
    'View Read': props<{ view: RoundsView }>(),
    Plan: props<{ key: string; effort: number; rule: FlatRuleName | null }>(),
    'Job Begun': props<{ job: Job }>(),
    'Job Progressed': props<{ job: Job }>(),
    Cancel: props<{ key: string; jobId: string }>(),
    Picked: props<{ picked: PickedChange }>(),
    'Offers Read': props<{ picked: PickedChange; offers: readonly MoveOffer[] }>(),
    'Put Down': emptyProps(),
    Move: props<{ key: string; machineId: string; from: number | null; to: number | null }>(),
    Pin: props<{ key: string; machineId: string; shift: number; pinned: boolean }>(),
    Publish: props<{ key: string }>(),
    Revise: props<{ key: string; settings: RoundsSettings }>(),
    'Calendar Opened': emptyProps(),
    'Calendar Read': props<{ calendar: ShopCalendar }>(),
    'Revise Calendar': props<{ key: string; calendar: ShopCalendar }>(),
    /** A write was done: the room is read again. */
    Written: props<{ done: string }>(),
    'Sheets Opened': emptyProps(),
    'Sheets Closed': emptyProps(),
    /** The server says that the round sheets have changed. */
    'Sheets Changed': emptyProps(),
    'Sheets Read': props<{ published: PublishedRounds }>(),
    Tick: props<{ key: string; task: TaskOfShift; changedAt: string }>(),
    Skip: props<{ key: string; task: TaskOfShift; reason: SkipReason }>(),
    /** A tick or a skip was sent, or is waiting on this device. */
    Ticked: props<{
      task: TaskOfShift;
      state: 'done' | 'skipped';
      reason: SkipReason | null;
      waits: boolean;
      /** Of the needle that went in; null when the change was skipped. */
      installId: string | null;
    }>(),
    'Take Back': props<{ key: string; change: TickedChange }>(),
    /** `waits`: the server does not know of it, and need not. */
    'Taken Back': props<{ task: TaskOfShift; waits: boolean }>(),
    /** The minute in which a change can be undone has passed. */
    'Take Back Closed': props<{ installId: string }>(),
    'Link Calendar': props<{ key: string }>(),
    'Calendar Linked': props<{ path: string }>(),
    Failed: props<{ problem: Problem }>(),
  },
});

/** A change that was just ticked. */
export interface TickedChange {
  readonly task: TaskOfShift;
  readonly installId: string;
}

export interface RoundsState {
  readonly view: RoundsView | null;
  readonly picked: PickedChange | null;
  /** Null until the server has answered. */
  readonly offers: readonly MoveOffer[] | null;
  readonly calendar: ShopCalendar | null;
  readonly published: PublishedRounds | null;
  readonly calendarPath: string | null;
  /** The change that can be undone now. */
  readonly ticked: TickedChange | null;
  readonly done: string;
  readonly written: number;
  readonly problem: Problem | null;
}

const initial: RoundsState = {
  view: null,
  picked: null,
  offers: null,
  calendar: null,
  published: null,
  calendarPath: null,
  ticked: null,
  done: '',
  written: 0,
  problem: null,
};

function stillHas({ plan }: RoundsView, picked: PickedChange | null): boolean {
  const machine = plan?.machines.find(({ id }) => id === picked?.machineId);
  return machine !== undefined && (picked!.from === null || machine.changes.includes(picked!.from));
}

export const roundsFeature = createFeature({
  name: 'rounds',
  reducer: createReducer(
    initial,
    // What was picked up while the plan was reloaded stays picked up if the plan still has it.
    on(roundsActions.viewRead, (state, { view }) =>
      stillHas(view, state.picked) ? { ...state, view } : { ...state, view, picked: null, offers: null },
    ),
    on(roundsActions.jobBegun, roundsActions.jobProgressed, (state, { job }) => ({
      ...state,
      view: state.view && { ...state.view, job },
    })),
    on(roundsActions.picked, (state, { picked }) => ({ ...state, picked, offers: null, problem: null })),
    on(roundsActions.offersRead, (state, { picked, offers }) =>
      state.picked?.machineId === picked.machineId && state.picked.from === picked.from
        ? { ...state, offers }
        : state,
    ),
    on(roundsActions.putDown, (state) => ({ ...state, picked: null, offers: null })),
    on(
      roundsActions.plan,
      roundsActions.move,
      roundsActions.pin,
      roundsActions.publish,
      roundsActions.revise,
      roundsActions.reviseCalendar,
      roundsActions.tick,
      roundsActions.skip,
      roundsActions.takeBack,
      (state) => ({ ...state, problem: null, done: '', ticked: null }),
    ),
    on(roundsActions.written, (state, { done }) => ({
      ...state,
      ...{ done, written: state.written + 1 },
      ...{ picked: null, offers: null },
    })),
    on(roundsActions.calendarRead, (state, { calendar }) => ({ ...state, calendar })),
    on(roundsActions.sheetsRead, (state, { published }) => ({ ...state, published })),
    on(roundsActions.ticked, (state, { task, state: now, reason, waits, installId }) => ({
      ...state,
      written: state.written + 1,
      done: `${task.machineName}: ${now === 'done' ? 'change logged' : 'skipped'}${
        waits ? ', saved on this device; it goes out when the connection is back' : ''
      }.`,
      published:
        state.published &&
        withTask(state.published, task, {
          ...{ state: now, skipped: reason },
          installId: installId ?? task.installId,
        }),
      ticked: installId === null ? null : { task, installId },
    })),
    on(roundsActions.takenBack, (state, { task }) => ({
      ...state,
      written: state.written + 1,
      done: `${task.machineName}: needle change undone.`,
      published:
        state.published &&
        withTask(state.published, task, { state: 'open', skipped: null, installId: task.installId }),
    })),
    on(roundsActions.takeBackClosed, (state, { installId }) =>
      state.ticked?.installId === installId ? { ...state, ticked: null } : state,
    ),
    on(roundsActions.calendarLinked, (state, { path }) => ({ ...state, calendarPath: path })),
    on(roundsActions.failed, (state, { problem }) => ({ ...state, problem, picked: null, offers: null })),
  ),
  extraSelectors: ({ selectView }) => ({
    selectPlan: createSelector(selectView, (view) => view?.plan ?? null),
    selectRunning: createSelector(selectView, (view) => {
      const job = view?.job;
      return job && isOpenJob(job) ? job : null;
    }),
  }),
});

/** @param installId the needle that is in the machine then, which the next change takes out */
function withTask(
  published: PublishedRounds,
  { machineId, startsAt }: TaskOfShift,
  change: Pick<RoundTask, 'state' | 'skipped' | 'installId'>,
): PublishedRounds {
  return {
    ...published,
    sheets: published.sheets.map((sheet) =>
      sheet.startsAt === startsAt
        ? {
            ...sheet,
            tasks: sheet.tasks.map((task) => (task.machineId === machineId ? { ...task, ...change } : task)),
          }
        : sheet,
    ),
  };
}
